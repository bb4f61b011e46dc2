import { and, eq, sql } from "drizzle-orm";
import { alias } from "drizzle-orm/pg-core";
import type { ReadinessFacts } from "@/core/readiness";
import { tables, type Database } from "@/server/database";

const { receipt, safetySignOff } = tables;

/** The last receipt of each position of a plant, where it has safe functions and nobody has confirmed them: its number by the position's id. */
export async function unconfirmedReceipts(db: Database, plantId: number): Promise<Map<number, number>> {
  const later = alias(receipt, "later");
  const rows = await db
    .select({ id: receipt.id, positionId: receipt.positionId })
    .from(receipt)
    .where(
      and(
        eq(receipt.plantId, plantId),
        sql`${receipt.content}->>'safety' = 'true'`,
        sql`${receipt.content}->>'spare' is distinct from 'true'`,
        sql`not exists (select 1 from ${safetySignOff} where ${safetySignOff.receiptId} = ${receipt.id})`,
        sql`not exists (select 1 from ${receipt} as "later" where ${later.positionId} = ${receipt.positionId} and ${later.id} > ${receipt.id} and ${later.content}->>'safety' = 'true')`,
      ),
    );
  return new Map(rows.map((each) => [each.positionId, each.id]));
}

/**
 * What was done last at each position of a plant, where somebody ended it on the way, something in the drive may be otherwise by it, and the drive was not recorded
 * since: by the position's id. What was done with a spare on the workbench was not done there.
 */
export async function endedHalfway(
  db: Database,
  plantId: number,
): Promise<Map<number, NonNullable<ReadinessFacts["endedHalfway"]>>> {
  const { rows } = (await db.execute(sql`
    select last.id as receipt, last.position_id as "positionId", coalesce(last.content ->> 'kind', 'restore') as kind,
      coalesce(last.content ->> 'endedBy', last.by_name) as "byName"
    from receipt last join position on position.id = last.position_id
    where last.id in (
        select max(r.id) from receipt r join job on job.id = r.job_id
        where r.plant_id = ${plantId} and not job.spare group by r.position_id
      )
      and (position.seen_at is null or position.seen_at < last.at)
      and last.content ->> 'outcome' = 'given-up' and last.content ->> 'afterRecord' is null
      and (
        -- A receipt is written only where something was sent; what another operation than a restore changes may be told nowhere beforehand.
        last.content ->> 'kind' <> 'restore'
        or exists (
          select 1 from jsonb_array_elements(last.content -> 'results') result
          where result ->> 'verdict' not in ('not-written', 'refused')
        )
      )`)) as unknown as {
    rows: Array<NonNullable<ReadinessFacts["endedHalfway"]> & { positionId: number }>;
  };
  return new Map(rows.map(({ positionId, ...each }) => [positionId, each]));
}
