import type { OldFileChoices, OldFileView } from "@/core/contract";
import {
  columnOfOneDrive,
  drivesInColumns,
  guessValueColumns,
  readDcf,
  readJsonValues,
  readValueRows,
  type DriveColumn,
  type ValuesFile,
} from "@/core/format";
import type { Upload } from "@/server/import";

const SHOWN_ROWS = 12;

/** A list as it is looked through, and what a page shows of that. */
export interface Table {
  view: NonNullable<NonNullable<OldFileView["values"]>["table"]>;
  rows: Array<{ line: number; cells: string[] }>;
  /** Where several drives stand beside each other: which column is whose. */
  drives: DriveColumn[];
}

/** What a list's columns hold, as guessed or said. `tagOf` tells which position a heading names. */
export function tableOf(
  upload: Upload,
  choices: OldFileChoices,
  tagOf: (heading: string) => string | undefined,
): Table | undefined {
  if (upload.kind !== "list") return undefined;
  const guesses = upload.sheets.map(({ rows }) => guessValueColumns(rows));
  const worth = guesses.map(
    ({ columns }, i) => Object.keys(columns).length * 100_000 + upload.sheets[i]!.rows.length,
  );
  const likeliest = worth.indexOf(Math.max(...worth));
  const sheet = Math.min(choices.sheet ?? likeliest, upload.sheets.length - 1);
  const { headRow, columns: guessed } = guesses[sheet]!;
  const columns = { ...guessed };
  const alone = columnOfOneDrive(upload.sheets[sheet]!.rows[headRow]?.cells ?? [], guessed, tagOf);
  if (alone !== undefined) columns.value = alone;
  const { code, name, value, unit, raw } = choices;
  const said = { code, name, value, unit, raw };
  const head = choices.head ?? headRow;
  const { rows } = upload.sheets[sheet]!;
  const known = Object.values(said).some((each) => each !== undefined) ? said : columns;
  return {
    rows,
    drives: drivesInColumns(rows, { headRow: head, columns: known }, tagOf),
    view: {
      sheets: upload.sheets.map((each) => each.name),
      sheet,
      head,
      columns: known,
      rows: rows.slice(Math.max(0, head - 1), head + SHOWN_ROWS),
    },
  };
}

/** The values of a file of any kind; undefined where it has none. */
export function valuesOf(upload: Upload, table: Table | undefined): ValuesFile | undefined {
  if (upload.kind === "eds") return readDcf(upload.eds);
  if (upload.kind === "definition") return readJsonValues(upload.text);
  const { rows, view, drives } = table!;
  // Of several drives each has its own serial number above its own column.
  const aboutIn = drives.length > 0 ? view.columns.value : undefined;
  return readValueRows(rows, { headRow: view.head, columns: view.columns, aboutIn });
}
