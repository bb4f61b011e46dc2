import { and, desc, eq, sql } from "drizzle-orm";
import { defaultFor, type Definition } from "@/core/definition";
import { checkOperation, planOperation, startsByItself, type Operation, type Plan } from "@/core/restore";
import type { RawValue } from "@/core/value";
import { lastPermanent, type Connection } from "@/server/bench";
import { tables, type Database } from "@/server/database";
import { recordById, standingOf } from "@/server/ledger";
import type { RestoreJob } from "./job-state";

/** Works out what an operation other than a restore will change and what is looked at first, and puts both into its memory. */
export async function reviewOperation(
  { db, wall }: { db: Database; wall: () => number },
  { memory, positionId, driveKey }: RestoreJob,
  operation: Exclude<Operation, "restore">,
  connection: Connection,
  live: ReadonlyMap<string, RawValue>,
  alike: readonly string[],
): Promise<void> {
  const { definition, identity } = connection;
  const state = connection.state!;
  const permanent = await lastPermanent(db, connection);
  const { rating } = identity;
  const choice = await standingOf(db, positionId);
  const plan = planOperation(operation, { definition, rating, live, permanent: permanent?.values });
  const off = operation === "power-off" ? await lastOff(db, driveKey) : undefined;
  memory.plan = plan;
  memory.checks = checkOperation(operation, {
    definition,
    drive: identity,
    state,
    alike,
    startsByItself: startsByItself(definition, afterwards(definition, operation, plan, live, rating)),
    standing: choice && (await recordById(db, choice.recordId))?.number,
    lastOffS: off && (wall() - off.getTime()) / 1000,
  });
}

/** What the drive will hold, as far as it is known: what is not foreseen may stay as it is. */
function afterwards(
  definition: Definition,
  operation: Operation,
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
