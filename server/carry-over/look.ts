import { carryOver, directionOf, type CarryLine, type MappingFile } from "@/core/carry-over";
import type { PlateWords } from "@/core/contract";
import type { Definition } from "@/core/definition";
import { bad, good, type Result } from "@/core/drive";
import { hashText, valuesByCode } from "@/core/set";
import type { tables, Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import { plateOf } from "@/server/drafts";
import { loadSet, recordAt, type RecordRow } from "@/server/ledger";
import { notesOfParameters } from "@/server/sheets";

export interface CarryParts {
  db: Database;
  shelf: DefinitionShelf;
  /** Which parameter of one family is which of another. */
  mappings: readonly MappingFile[];
  now: () => Date;
}

/** What would be carried over, and to what. */
export interface Carry {
  row: RecordRow;
  source: { definition: Definition; rating: string | undefined };
  target: { definition: Definition; rating: string };
  plate: tables.DraftPlate;
  by: "family" | "mapping" | "quantities";
  mapping: MappingFile | undefined;
  lines: CarryLine[];
  /** Stands for exactly these lines: whoever decides has seen them. */
  seal: string;
}

/** Works out what a record of a position becomes on another drive, named by its plate. Refused where record, family or rating are not here. */
export async function lookAtCarry(
  { db, shelf, mappings }: Pick<CarryParts, "db" | "shelf" | "mappings">,
  plantId: number,
  tag: string,
  number: number,
  to: PlateWords,
): Promise<Result<Carry>> {
  const found = await recordAt(db, plantId, tag, number);
  const definition = found && (await shelf.ofRecord(db, found.row));
  if (!found || !definition)
    return bad({
      kind: "not-found",
      text: `There is no record ${number} of ${tag}, or the definition it was made under is not here.`,
      remedy: "Choose a record from the position's ledger.",
    });
  const family = shelf.find(to.definition);
  if (!family) return noDefinition(to.definition);
  const plate = plateOf(family, to);
  if (!plate.ok) return plate;
  const { firmware, axes, options } = plate.value;
  const laidOut = await shelf.ofRecord(db, { ...plate.value, firmware, facts: { axes, options } });
  if (!laidOut) return noDefinition(to.definition);
  const source = { definition, rating: found.row.rating ?? undefined };
  const target = { definition: laidOut, rating: plate.value.rating! };
  const mapping = mappings.find((each) => directionOf(each, source, target));
  const values = valuesByCode(await loadSet(db, found.row));
  const written = await notesOfParameters(db, found.row.positionId, definition.id);
  const notes = new Map(
    written.flatMap(({ code, now }) => (now.text ? [[code, `${now.text} (${now.byName})`]] : [])),
  );
  const lines = carryOver({ source: { ...source, values }, target, mapping, notes });
  const sameFamily = definition.id === family.id;
  return good({
    row: found.row,
    source,
    target,
    plate: plate.value,
    by: sameFamily ? "family" : byOf(mapping),
    mapping: sameFamily ? undefined : mapping,
    lines,
    seal: hashText(JSON.stringify([found.row.hashAll, plate.value, lines])),
  });
}

const byOf = (mapping: MappingFile | undefined): Carry["by"] => (mapping ? "mapping" : "quantities");

const noDefinition = (id: string): Result<never> =>
  bad({
    kind: "no-definition",
    text: `No definition ${id} is here.`,
    remedy: "Import the target's definition first, then carry over.",
  });
