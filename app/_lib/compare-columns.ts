import { connectionIn } from "@/app/_lib/connection-of";
import { idOf } from "@/app/_lib/id-of";
import type { Column } from "@/core/compare";
import { listName, meantOtherwise, together, type Definition } from "@/core/definition";
import { quantityLines } from "@/core/quantity";
import { recordWords } from "@/core/set";
import { buildSheet, type SheetData } from "@/core/sheet";
import type { Application } from "@/server/application";
import { loadDraft } from "@/server/drafts";
import { defaultColumn, recordColumn, recordsAt, type RecordAt, type RecordRow } from "@/server/ledger";
import type { FileBeside } from "@/server/old-files";
import type { SideBySide } from "@/server/paper";

/** What stands beside others, with the list that it is read by. */
export interface ComparedColumn {
  column: Column;
  definition: Definition;
  rating: string | undefined;
  /** The record it is. */
  of?: { tag: string; record: number };
  row?: RecordRow;
  /** The file it is from. */
  file?: FileBeside;
}

export interface Compared {
  /** Everything that was found, whatever its list. */
  found: ComparedColumn[];
  /** Those of the first one's parameter list: they stand side by side by code. */
  fitting: ComparedColumn[];
  /** Tokens that lead to nothing. */
  missing: string[];
  /** Titles of those under another list, with its name. */
  otherLists: string[];
  /** Of columns made under another version of the list: codes that meant something else there, and are left out. */
  otherwise: Array<{ title: string; version: string; codes: string[] }>;
}

/** As many as one page holds. */
const MOST = 8;

/** Everything that tokens name: `TAG:7` a record, `TAG:standing`, `TAG:default` the factory's values for the rating there, `live:ID` a connected drive, `draft:ID` a draft, `file:ID` a file that was dropped there. */
export async function comparedColumns(
  app: Application,
  plantId: number,
  tokens: readonly string[],
): Promise<Compared> {
  const asked = tokens.slice(0, MOST).map(namedBy);
  const records = asked.flatMap(({ record }, i) => (record ? [{ ...record, i }] : []));
  const rows = await recordsAt(app.db, plantId, records);
  const all = await Promise.all(
    asked.map((each, i) => {
      const at = records.findIndex((record) => record.i === i);
      return at < 0 ? findColumn(app, plantId, each) : columnOf(app, each, rows[at]);
    }),
  );
  const found = all.filter((each) => each !== undefined);
  const first = found[0];
  const otherwise: Compared["otherwise"] = [];
  const fitting = found
    .filter(({ definition }) => definition.id === first?.definition.id)
    .map((each) => {
      const codes = meantOtherwise(first!.definition, each.definition, each.column.values.keys());
      if (codes.length === 0) return each;
      otherwise.push({ title: each.column.title, version: each.definition.version, codes });
      const values = new Map([...each.column.values].filter(([code]) => !codes.includes(code)));
      return { ...each, column: { ...each.column, values } };
    });
  return {
    found,
    fitting,
    missing: tokens.filter((_, i) => all[i] === undefined),
    otherLists: found
      .filter(({ definition }) => definition.id !== first?.definition.id)
      .map(({ column, definition }) => `${column.title} (${listName(definition)})`),
    otherwise,
  };
}

interface Named {
  token: string;
  place: string;
  which: string;
  /** Absent for what is no record. */
  record?: { tag: string; which: number | "standing" };
}

/** What a token names. */
function namedBy(token: string): Named {
  // A tag may have a colon too.
  const at = Math.max(0, token.lastIndexOf(":"));
  const [place, which] = [token.slice(0, at), token.slice(at + 1)];
  if (["live", "draft", "file"].includes(place)) return { token, place, which };
  const standing = which === "standing" || which === "default";
  // 0 is no record's number.
  return { token, place, which, record: { tag: place, which: standing ? "standing" : (idOf(which) ?? 0) } };
}

/** What is no record: a connected drive, a draft, a file. */
async function findColumn(
  app: Application,
  plantId: number,
  { token, place, which }: Named,
): Promise<ComparedColumn | undefined> {
  if (place === "live") {
    const connection = connectionIn(app, plantId, which);
    if (!connection?.definition || connection.values.size === 0) return undefined;
    // Of one that was lost, or was written to since, these are values of then.
    const now = connection.phase === "connected" && connection.outdated === undefined;
    return {
      definition: connection.definition,
      rating: connection.identity?.rating,
      column: {
        id: token,
        title: `${connection.position?.tag ?? connection.identity?.serial} in the drive${now ? "" : " when it was read last"}`,
        source: now ? "live" : "record",
        at: connection.position?.tag,
        values: connection.values,
      },
    };
  }
  if (place === "draft") {
    const loaded = await loadDraft(app.db, app.shelf, plantId, idOf(which) ?? 0);
    if (!loaded) return undefined;
    const { definition, rating, values, tag, row } = loaded;
    const title = `${tag} draft “${row.title}”`;
    return { definition, rating, column: { id: token, title, source: "draft", at: tag, values } };
  }
  const file = app.beside.find(plantId, which);
  if (!file) return undefined;
  const { definition, rating, values, name } = file;
  return { definition, rating, file, column: { id: token, title: `File ${name}`, source: "file", values } };
}

/** A record, or the factory's values for the rating that it was made of. */
async function columnOf(
  app: Application,
  { token, which }: Named,
  found: RecordAt | undefined,
): Promise<ComparedColumn | undefined> {
  const definition = found && (await app.shelf.ofRecord(app.db, found.row));
  if (!found || !definition) return undefined;
  const { row, tag, standing } = found;
  const rating = row.rating ?? undefined;
  if (which === "default") {
    const title = `Factory default, ${row.ratingName}`;
    return { definition, rating, column: { ...defaultColumn(definition, rating), id: token, title } };
  }
  const title = `${tag} ${recordWords(row)}${standing ? ", standing" : ""}`;
  return {
    definition,
    rating,
    column: { ...(await recordColumn(app.db, row, title)), id: token, at: tag },
    of: { tag, record: row.number },
    row,
  };
}

/** What is found side by side: by the first one's codes, or all of it by what the values mean. Undefined where nothing was found. */
export function sideBySide({ found, fitting }: Compared, by: "code" | "meaning"): SideBySide | undefined {
  const first = found[0];
  if (!first) return undefined;
  if (by === "meaning")
    return {
      by,
      titles: found.map((each) => each.column.title),
      lines: quantityLines(
        found.map(({ column, definition }) => ({
          id: column.id,
          title: column.title,
          definition,
          values: column.values,
        })),
      ),
    };
  return { by, sheet: sheetBeside(fitting)! };
}

/** The sheet that has the fitting ones side by side; undefined where there are none. */
export function sheetBeside(fitting: Compared["fitting"]): SheetData | undefined {
  const [first] = fitting;
  return first && buildSheet(...besideByCode(first, fitting));
}

/** What a sheet is made of that has the fitting ones side by side: the list with what any of them has, the rating of the first, and the columns. */
export function besideByCode(
  first: ComparedColumn,
  fitting: readonly ComparedColumn[],
): [Definition, string | undefined, Column[]] {
  const definition = together([first.definition, ...fitting.map((each) => each.definition)]);
  // One record beside the factory default is compared with it; several are compared with each other.
  const counts = fitting.filter(({ column }) => column.source !== "default").length < 2;
  const columns = fitting.map(({ column, definition: own }): Column => {
    const lacks =
      own === definition
        ? []
        : definition.parameters.flatMap(({ code }) => (own.byCode.has(code) ? [] : [code]));
    return {
      ...column,
      counts: column.source === "default" ? counts : undefined,
      lacks: lacks.length > 0 ? new Set(lacks) : undefined,
    };
  });
  return [definition, first.rating, columns];
}

/** What does not stand beside the others, in words. */
export function leftWords({ missing, otherLists, otherwise }: Compared, by: "code" | "meaning"): string[] {
  if (by === "meaning") return missing.map((each) => `Not shown: ${each}.`);
  return [
    ...missing.map((each) => `Not shown: ${each}.`),
    ...otherLists.map((each) => `Not beside the first, of another parameter list: ${each}.`),
    ...otherwise.map(
      ({ title, version, codes }) =>
        `Left empty in ${title}, made under version ${version} of the definition: ${codes.join(", ")}.`,
    ),
  ];
}
