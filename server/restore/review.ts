import type { Definition } from "@/core/definition";
import type { DriveState } from "@/core/drive";
import { checkRestore, ownersOf, planRestore, startsByItself, type Plan } from "@/core/restore";
import { valuesByCode } from "@/core/set";
import type { RawValue } from "@/core/value";
import type { Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import { factsOfRecord, loadSet, newerThan, recordById, standingOf } from "@/server/ledger";
import type { RestoreJob } from "./job-state";

/** What would have to be written of the record for a drive that holds `live`. */
export async function planOf(
  db: Database,
  { memory }: RestoreJob,
  definition: Definition,
  live: ReadonlyMap<string, RawValue>,
): Promise<Plan> {
  const set = await loadSet(db, (await recordById(db, memory.recordId!))!);
  return planRestore(definition, memory.identity.rating, valuesByCode(set), live, memory.choices);
}

/** Works out checks and plan of a restore from what was read of the drive, and puts them into its memory. `alike` names drives that could be mistaken for it. */
export async function review(
  { db, shelf }: { db: Database; shelf: DefinitionShelf },
  { memory, positionId }: RestoreJob,
  definition: Definition,
  state: DriveState,
  live: ReadonlyMap<string, RawValue>,
  alike: readonly string[],
): Promise<void> {
  const row = (await recordById(db, memory.recordId!))!;
  const set = await loadSet(db, row);
  const choice = await standingOf(db, positionId);
  const values = valuesByCode(set);
  const stands = choice?.recordId === row.id || Boolean(memory.puttingBack);
  const plan = planRestore(definition, memory.identity.rating, values, live, memory.choices);
  memory.checks = checkRestore({
    definition,
    drive: memory.identity,
    state,
    alike,
    exchange: { said: memory.choices.exchanged, matters: exchangeMatters(definition, plan) },
    record: {
      ...(await factsOfRecord(db, shelf, definition, row, set, stands)),
      startsByItself: startsByItself(definition, values),
      newer: memory.puttingBack ? undefined : await newerThan(db, definition, row, set),
    },
  });
  memory.plan = plan;
}

/** Whether it makes a difference to the plan what was exchanged. */
function exchangeMatters(definition: Definition, { writes, leftOut }: Plan): boolean {
  if (leftOut.some((each) => each.reason === "exchanged")) return true;
  return writes.some(({ code }) => ownersOf(definition.byCode.get(code)!).length > 0);
}
