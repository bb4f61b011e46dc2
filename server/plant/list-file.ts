import { asc, eq } from "drizzle-orm";
import { bad, good, type Result } from "@/core/drive";
import { linkLine } from "@/core/link";
import {
  LIST_FIELD_NAMES,
  LIST_FIELDS,
  readPlantList,
  type ListedPosition,
  type ListLine,
} from "@/core/plant";
import { tables, type Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import { readApart } from "@/server/import";
import type { Person } from "@/server/people";
import { tableCsv, tableWorkbook } from "@/server/table-file";
import { changePosition, createPosition } from "./arrange";
import { linksThatWorked } from "./link-row";
import type { PositionWords } from "./position-words";

/** The positions of a plant as its list says them, without the retired ones; with what is needed to change each. */
export async function plantList(
  db: Database,
  shelf: DefinitionShelf,
  plantId: number,
): Promise<Array<{ id: number; revision: number; definitionId: string; listed: ListedPosition }>> {
  const { position, area, link } = tables;
  const rows = await db
    .select({ row: position, area: area.name, link: link.settings })
    .from(position)
    .innerJoin(area, eq(area.id, position.areaId))
    .leftJoin(link, eq(link.id, position.linkId))
    .where(eq(position.plantId, plantId))
    .orderBy(asc(area.sort), asc(position.tag));
  return rows
    .filter(({ row }) => row.retiredAt === null)
    .map(({ row, area: name, link: way }) => ({
      id: row.id,
      revision: row.revision,
      definitionId: row.definitionId,
      listed: {
        area: name,
        tag: row.tag,
        title: row.title,
        machine: row.machine,
        family: shelf.find(row.definitionId)?.title ?? row.definitionId,
        twinGroup: row.twinGroup ?? "",
        jobNumber: row.jobNumber,
        criticality: row.criticality ?? "",
        link: way === null ? "" : linkLine(way),
        address: way === null || row.unitAddress === null ? "" : String(row.unitAddress),
        beforeWork: row.beforeWork,
        notes: row.notes,
      },
    }));
}

const COLUMNS = LIST_FIELD_NAMES.map(
  (field) => [LIST_FIELDS[field], (each: ListedPosition) => each[field]] as const,
);

/** The list as CSV. */
export const plantListCsv = (lines: readonly ListedPosition[]): string => tableCsv(COLUMNS, lines);
/** The list as a spreadsheet. */
export const plantListWorkbook = (lines: readonly ListedPosition[]): Promise<Uint8Array> =>
  tableWorkbook("Positions", COLUMNS, lines);

/**
 * Looks through a list of positions (CSV or spreadsheet), and takes what fits when `keep` says so: all of it or, where something comes between, nothing. Lines
 * that are wrong change nothing either way.
 */
export async function takePlantList(
  db: Database,
  shelf: DefinitionShelf,
  person: Person,
  plantId: number,
  file: { name: string; bytes: Uint8Array },
  keep: boolean,
  at: Date,
): Promise<Result<ListLine[]>> {
  const read = await readApart(file.name, file.bytes);
  if (!read.ok) return bad({ kind: "bad-file", text: read.reason, remedy: read.remedy });
  if (read.upload.kind !== "list")
    return bad({
      kind: "bad-file",
      text: "This is no list of positions.",
      remedy: "Choose a CSV file or a spreadsheet with a column of tags.",
    });
  const rows = read.upload.sheets[0]?.rows.map((each) => each.cells) ?? [];
  const there = await plantList(db, shelf, plantId);
  const known = new Map(there.map((each) => [each.listed.tag, each.listed]));
  const families = [
    ...new Set([...shelf.all.map((each) => each.title), ...there.map((each) => each.listed.family)]),
  ];
  const lines = readPlantList(rows, { known, families, links: await linksThatWorked(db, plantId) });
  if (!keep) return good(lines);
  return db
    .transaction(async (tx) => {
      for (const { verdict, position } of lines) {
        if (!position || verdict === "same") continue;
        const old = there.find((each) => each.listed.tag === position.tag);
        const words = {
          ...position,
          ...plain(position),
          definitionId: idOf(shelf, position.family, old?.definitionId),
        };
        const done = old
          ? await changePosition(tx, person, plantId, old.id, old.revision, words, at)
          : await createPosition(tx, person, plantId, words, at);
        // What was looked through no longer holds: nothing of it is taken.
        if (!done.ok) throw new NotTaken(done.trouble.text, done.trouble.remedy);
      }
      return good(lines);
    })
    .catch((error: unknown) => {
      if (error instanceof NotTaken)
        return bad<ListLine[]>({ kind: "changed-meanwhile", text: error.message, remedy: error.remedy });
      throw error;
    });
}

class NotTaken extends Error {
  constructor(
    text: string,
    readonly remedy: string,
  ) {
    super(text);
  }
}

const plain = ({ criticality, address }: ListedPosition): Pick<PositionWords, "criticality" | "address"> => ({
  criticality: criticality === "" ? null : (criticality as PositionWords["criticality"]),
  address: address === "" ? null : Number(address),
});

/** The definition that holds for a family's title: the one it had where the title is the same, else the newest of that title. */
function idOf(shelf: DefinitionShelf, family: string, before: string | undefined): string {
  if (family === "") return "";
  if (before !== undefined && (shelf.find(before)?.title ?? before) === family) return before;
  return shelf.all.findLast((each) => each.title === family)?.id ?? family;
}
