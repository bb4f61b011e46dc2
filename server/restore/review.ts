import { listName, type Definition } from "@/core/definition";
import type { DriveState } from "@/core/drive";
import { checkRestore, planRestore, startsByItself, type Plan } from "@/core/restore";
import { completenessOf, valuesByCode } from "@/core/set";
import type { RawValue } from "@/core/value";
import type { Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import { loadSet, recordById, standingOf } from "@/server/ledger";
import type { RestoreJob } from "./job-state";

/** What would have to be written of the record for a drive that holds `live`. */
export async function planOf(
  db: Database,
  { memory }: RestoreJob,
  definition: Definition,
  live: ReadonlyMap<string, RawValue>,
): Promise<Plan> {
  const set = await loadSet(db, (await recordById(db, memory.recordId))!);
  return planRestore(definition, memory.identity.rating, valuesByCode(set), live, memory.choices);
}

/** Works out checks and plan of a restore from what was read of the drive, and puts them into its memory. */
export async function review(
  { db, shelf }: { db: Database; shelf: DefinitionShelf },
  { memory, positionId }: RestoreJob,
  definition: Definition,
  state: DriveState,
  live: ReadonlyMap<string, RawValue>,
): Promise<void> {
  const row = (await recordById(db, memory.recordId))!;
  const set = await loadSet(db, row);
  const recorded = await shelf.ofRecord(db, row);
  const choice = await standingOf(db, positionId);
  const values = valuesByCode(set);
  memory.checks = checkRestore({
    definition,
    drive: memory.identity,
    state,
    record: {
      number: row.number,
      standing: choice?.recordId === row.id || Boolean(memory.puttingBack),
      definitionId: row.definitionId,
      recordedAs: recorded ? listName(recorded) : row.definitionId,
      rating: row.rating ?? undefined,
      ratingName: row.ratingName,
      supply: row.supply,
      firmware: row.firmware,
      serial: row.serial,
      completeness: completenessOf(definition, set),
      startsByItself: startsByItself(definition, values),
      axes: row.facts.axes,
      options: row.facts.options,
    },
  });
  memory.plan = planRestore(definition, memory.identity.rating, values, live, memory.choices);
}
