import { and, desc, eq, gt } from "drizzle-orm";
import { listName, type Definition } from "@/core/definition";
import type { RecordFacts } from "@/core/restore";
import { completenessOf, completenessOfMade, valuesByCode, type ParameterSet } from "@/core/set";
import { NOT_SETTINGS } from "@/core/value";
import { tables, type Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import { loadSet } from "./load-set";
import { wasNotRead, type RecordRow } from "./records";

/** What is known of a record when it is to be restored onto a drive of this definition; whether it stands is said by whoever asks. */
export async function factsOfRecord(
  db: Database,
  shelf: DefinitionShelf,
  definition: Definition,
  row: RecordRow,
  set: ParameterSet,
  standing: boolean,
): Promise<RecordFacts> {
  const recorded = await shelf.ofRecord(db, row);
  const notRead = wasNotRead(row.origin);
  return {
    number: row.number,
    standing,
    definitionId: row.definitionId,
    recordedAs: recorded ? listName(recorded) : row.definitionId,
    rating: row.rating ?? undefined,
    ratingName: row.ratingName,
    supply: row.supply,
    firmware: row.firmware,
    serial: row.serial,
    notRead,
    completeness: (notRead ? completenessOfMade : completenessOf)(definition, set),
    axes: row.facts.axes,
    options: row.facts.options,
    modules: row.facts.modules,
  };
}

/** The newest record that somebody read from the drive at the position after this one was taken, and the settings that both have and that it has otherwise. */
export async function newerThan(
  db: Database,
  definition: Definition,
  row: RecordRow,
  set: ParameterSet,
): Promise<RecordFacts["newer"]> {
  const { record } = tables;
  const [since] = await db
    .select()
    .from(record)
    .where(
      and(
        eq(record.positionId, row.positionId),
        // A file brought in today may hold values that are older than every reading: of those its own date decides.
        row.origin === "file" ? gt(record.takenAt, row.takenAt) : gt(record.number, row.number),
        // Those of before and after a restore are of what this is about to change.
        eq(record.origin, "read"),
        eq(record.definitionId, row.definitionId),
      ),
    )
    .orderBy(desc(record.number))
    .limit(1);
  if (!since) return undefined;
  const changed = changedSettings(definition, set, await loadSet(db, since));
  return { number: since.number, takenBy: since.takenByName, changed };
}

/** The settings that two sets both have and have otherwise, by code and name. */
export function changedSettings(definition: Definition, before: ParameterSet, after: ParameterSet): string[] {
  const [then, now] = [valuesByCode(before), valuesByCode(after)];
  return definition.parameters
    .filter(
      ({ kind, code }) =>
        !NOT_SETTINGS.has(kind) && then.has(code) && now.has(code) && then.get(code) !== now.get(code),
    )
    .map(({ code, name }) => `${code} ${name}`);
}
