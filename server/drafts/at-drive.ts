import { and, eq, sql } from "drizzle-orm";
import { bad, type Result } from "@/core/drive";
import { tables, type Database } from "@/server/database";

/** The open change on a drive whose wishes are collected in a draft: its number; undefined where the draft is one of the desk. */
export async function changeAtDrive(db: Database, draftId: number): Promise<number | undefined> {
  const { job } = tables;
  const [row] = await db
    .select({ id: job.id })
    .from(job)
    .where(
      and(eq(job.open, true), eq(job.kind, "change"), sql`${job.detail} ->> 'draft' = ${String(draftId)}`),
    );
  return row?.id;
}

/** Refuses to end a draft by itself while it belongs to work at a drive. */
export async function whyAtDrive(db: Database, draftId: number): Promise<Result<never> | undefined> {
  const change = await changeAtDrive(db, draftId);
  if (change === undefined) return undefined;
  return bad({
    kind: "not-now",
    text: "This is the list of a change on a drive, which is still open.",
    remedy: "Leave the drive there: what it holds then becomes a record.",
  });
}
