import { and, desc, eq, sql } from "drizzle-orm";
import { tables, type Database } from "@/server/database";
import type { Connection } from "./connection";

/** How often the permanent memory of a drive was written from here: in how many operations, and the value that was written most often. */
export interface PermanentWrites {
  operations: number;
  most?: { code: string; times: number };
}

/**
 * Counts by the receipts of this very drive. Where every write is permanent at once each value counts that was sent; else an operation counts once for each value
 * that it changed and made permanent. What was written at the keypad or by a controller is not known here.
 */
export async function permanentWrites(
  db: Database,
  { driveKey, definition }: Pick<Connection, "driveKey" | "definition">,
): Promise<PermanentWrites> {
  const { job, receipt } = tables;
  const atOnce = definition.file.writesLand === "permanent";
  const landed = and(
    eq(job.driveKey, driveKey),
    atOnce ? undefined : sql`${receipt.content} ->> 'permanent' = 'yes'`,
    sql`${receipt.content} ->> 'kind' in ('restore', 'change', 'make-permanent', 'factory-reset')`,
  );
  const from = db
    .select({
      code: sql<string>`r.value ->> 'code'`.as("code"),
      times: sql<number>`sum(coalesce((r.value ->> 'times')::int, 1))::int`.as("times"),
    })
    .from(receipt)
    .innerJoin(job, eq(job.id, receipt.jobId))
    .innerJoin(sql`lateral jsonb_array_elements(${receipt.content} -> 'results') r`, sql`true`)
    .where(and(landed, sql`r.value ->> 'verdict' not in ('not-written', 'refused')`))
    .groupBy(sql`1`)
    .orderBy(desc(sql`2`))
    .limit(1);
  const [most] = await from;
  const [count] = await db
    .select({ operations: sql<number>`count(*)::int` })
    .from(receipt)
    .innerJoin(job, eq(job.id, receipt.jobId))
    .where(landed);
  return { operations: count?.operations ?? 0, most: most && { code: most.code, times: Number(most.times) } };
}
