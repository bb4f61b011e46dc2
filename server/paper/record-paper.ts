import type { Definition } from "@/core/definition";
import { sheetParts, type Paper, type PaperColumn, type PaperPart, type PaperRows } from "@/core/paper";
import { isPartial } from "@/core/set";
import { buildSheet, saidOutside } from "@/core/sheet";
import type { Database } from "@/server/database";
import { defaultColumn, labelsOf, notesOf, recordColumn, type RecordRow } from "@/server/ledger";
import { notesOfParameters } from "@/server/sheets";
import { moment } from "@/server/when";
import { outsideCautions } from "./outside";

/** A record on paper: what is known of it, and its parameters beside the factory default. */
export async function recordPaper(
  db: Database,
  position: { tag: string; title: string },
  row: RecordRow,
  definition: Definition,
  standing: boolean,
  which: PaperRows,
): Promise<Paper> {
  const rating = row.rating ?? undefined;
  const columns = [
    { ...(await recordColumn(db, row)), title: `Record ${row.number}` },
    { ...defaultColumn(definition, rating), title: "Factory default" },
  ];
  const sheet = buildSheet(definition, rating, columns);
  const { parts, shown, of } = sheetParts(sheet, which);
  const [notes, labels] = await Promise.all([notesOf(db, [row.id]), labelsOf(db, [row.id])]);
  const told = (text: string): string => text || "not told";
  return {
    title: `${position.tag} ${position.title}, record ${row.number}${standing ? ", standing" : ""}`,
    about: `${ORIGIN[row.origin]}. ${which === "not-default" ? `What is not default: ${shown} of ${of} parameters.` : `${shown} parameters.`}`,
    facts: [
      ["Taken", row.source?.dateGiven === null ? "not told" : moment(row.takenAt)],
      ["By", row.takenByName],
      ["Job", row.jobNumber],
      ["Drive", `${definition.title}, ${told(row.ratingName)}, ${told(row.supply)}`],
      ["Firmware", told(row.firmware)],
      ["Serial number", told(row.serial)],
      ["Read over", row.linkName ? `${row.linkName}, address ${row.unitAddress}` : ""],
      ["Definition", `${row.definitionId}, version ${row.definitionVersion}`],
      ["Contents", row.hashAll.slice(0, 16)],
      ["Labels", (labels.get(row.id) ?? []).join(", ")],
      ...notes.map(({ text, byName, at }) => ["Note", `${text} (${byName}, ${moment(at)})`]),
    ].filter((each): each is [string, string] => each[1] !== ""),
    cautions: [
      ...(isPartial(row)
        ? [
            `Partial: it has ${row.present} of ${row.expected} parameters. Missing: ${row.missing.slice(0, 12).join(", ")}${row.missing.length > 12 ? ` and ${row.missing.length - 12} more` : ""}.`,
          ]
        : []),
      ...outsideCautions(saidOutside(sheet)),
      ...(row.trip ? [`Trip when it was read: ${row.trip}.`] : []),
      ...(row.volatile ? ["Some values were not permanent: gone at a power-off."] : []),
      ...(row.reducedSupply ? ["It ran on a reduced supply, for a test."] : []),
      ...(row.running ? ["The motor was turning while it was read."] : []),
    ],
    parts: [...parts, ...(await notesPart(db, row.positionId, definition))],
    foot: `${position.tag}, record ${row.number}`,
  };
}

/** What people wrote down about parameters at the position, whichever rows are printed: a warning is not left out because its value is the default. */
async function notesPart(db: Database, positionId: number, definition: Definition): Promise<PaperPart[]> {
  const notes = await notesOfParameters(db, positionId, definition.id);
  const rows = notes
    .filter((each) => each.now.text !== "")
    .map(({ code, now }) => [
      code,
      definition.byCode.get(code)?.name ?? "",
      now.text,
      `${now.byName}, ${moment(new Date(now.at))}`,
    ]);
  if (rows.length === 0) return [];
  const columns: PaperColumn[] = [
    { title: "Code", width: 2, mono: true },
    { title: "Parameter", width: 4 },
    { title: "Note", width: 6 },
    { title: "By", width: 3 },
  ];
  return [{ title: "Notes", columns, rows }];
}

const ORIGIN: Record<RecordRow["origin"], string> = {
  read: "Read from the drive",
  "before-restore": "Read from the drive before a restore",
  "after-restore": "Read from the drive after a restore",
  "before-operation": "Read from the drive before an operation",
  "after-operation": "Read from the drive after an operation",
  "before-spare": "Read from a spare before it was prepared",
  "after-spare": "Read from a spare after it was prepared",
  file: "From a file; it was not read from a drive here",
  draft: "Entered from a draft; it was never read from a drive",
};
