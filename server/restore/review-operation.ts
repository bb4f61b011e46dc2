import { and, desc, eq, sql } from "drizzle-orm";
import { defaultFor, type Definition } from "@/core/definition";
import { ownDefinitionId } from "@/core/drive";
import {
  checkOperation,
  isOfProgram,
  isSwitchOver,
  planOperation,
  planProgram,
  planSwitchOver,
  startsByItself,
  switchingPlan,
  type OperationFacts,
  type Plan,
  type Switching,
  type SwitchOver,
  type WholeOperation,
} from "@/core/restore";
import { factorySet, valuesByCode } from "@/core/set";
import type { RawValue } from "@/core/value";
import { ageMs } from "@/server/age";
import { lastPermanent, type Connection } from "@/server/bench";
import { tables, type Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import { recordById, standingOf } from "@/server/ledger";
import { chosenProgram } from "@/server/program";
import type { RestoreJob } from "./job-state";

/** Works out what an operation other than a restore will change and what is looked at first, and puts both into its memory. */
export async function reviewOperation(
  { db, wall, shelf }: { db: Database; wall: () => number; shelf: DefinitionShelf },
  { memory, positionId, driveKey }: RestoreJob,
  operation: WholeOperation,
  connection: Connection,
  live: ReadonlyMap<string, RawValue>,
  alike: readonly string[],
): Promise<void> {
  const { definition, identity } = connection;
  const state = connection.state!;
  const permanent = await lastPermanent(db, connection);
  const { rating } = identity;
  const choice = await standingOf(db, positionId);
  const over = isSwitchOver(operation) ? switchingOf(shelf, operation, connection, live) : undefined;
  const program = isOfProgram(operation)
    ? await chosenProgram(db, positionId, definition, live, memory.ofProgram ?? {})
    : undefined;
  const facts = { definition, rating, live, permanent: permanent?.values };
  const plan = planOf(operation, facts, over, program?.chosen ?? {});
  const off = operation === "power-off" ? await lastOff(db, driveKey) : undefined;
  memory.plan = plan;
  memory.checks = checkOperation(operation, {
    definition,
    drive: identity,
    state,
    alike,
    startsByItself: plan.over
      ? startsByItself(
          shelf.get(plan.over.definitionId),
          factoryOf(shelf.get(plan.over.definitionId), plan.over.rating),
        )
      : startsByItself(definition, afterwards(definition, operation, plan, live, rating)),
    over,
    program: program && { planned: plan.program, badFile: program.badFile },
    standing: choice && (await recordById(db, choice.recordId))?.number,
    lastOffS: off && ageMs(off.getTime(), wall()) / 1000,
  });
}

/** What the operation will change, as far as that is known value by value. */
function planOf(
  operation: WholeOperation,
  facts: OperationFacts,
  over: Switching | string | undefined,
  chosen: Parameters<typeof planProgram>[2],
): Plan {
  if (isSwitchOver(operation)) return switchingPlan(typeof over === "object" ? over : undefined);
  if (isOfProgram(operation)) return planProgram(facts.definition, facts.live, chosen);
  return planOperation(operation, facts);
}

/** What switching the connected drive over would come to, or why it cannot be. */
function switchingOf(
  shelf: DefinitionShelf,
  operation: SwitchOver,
  { identity }: Connection,
  live: ReadonlyMap<string, RawValue>,
): Switching | string {
  const own = shelf.get(ownDefinitionId(identity));
  const other = own.file.imitates && shelf.find(own.file.imitates.definitionId);
  return planSwitchOver(operation, { own, other, drive: identity, live });
}

const factoryOf = (definition: Definition, rating: string | undefined): ReadonlyMap<string, RawValue> =>
  valuesByCode(factorySet(definition, rating));

/** What the drive will hold, as far as it is known: what is not foreseen may stay as it is. */
function afterwards(
  definition: Definition,
  operation: WholeOperation,
  { writes, untold }: Plan,
  live: ReadonlyMap<string, RawValue>,
  rating: string | undefined,
): Map<string, RawValue> {
  const values = new Map(live);
  if (operation === "make-permanent") return values;
  for (const { code, to } of writes) values.set(code, to);
  // Nobody knows what is in the permanent memory: what starts it by default is not ruled out.
  if (untold)
    for (const parameter of definition.parameters) {
      const factory = defaultFor(definition, parameter, rating);
      if (
        factory !== undefined &&
        startsByItself(definition, new Map([[parameter.code, factory]])).length > 0
      )
        values.set(parameter.code, factory);
    }
  return values;
}

/** When this drive was last switched off from here on purpose, as its receipts say. */
async function lastOff(db: Database, driveKey: string): Promise<Date | undefined> {
  const { job, receipt } = tables;
  const [last] = await db
    .select({ at: receipt.at })
    .from(receipt)
    .innerJoin(job, eq(job.id, receipt.jobId))
    .where(and(eq(job.driveKey, driveKey), sql`${receipt.content} ->> 'kind' = 'power-off'`))
    .orderBy(desc(receipt.id))
    .limit(1);
  return last?.at;
}
