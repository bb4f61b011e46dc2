import { and, eq, sql } from "drizzle-orm";
import { systemClock } from "@/core/protocol/system-clock";
import type { WriteStep } from "@/core/restore";
import type { SentCommand } from "@/core/restore/run";
import { encodeKey, type RawValue } from "@/core/value";
import { tables, type Database } from "@/server/database";
import { GroupKeeper } from "./group-keeper";

const { readingGroup, job, jobStep } = tables;

/** What a reading has so far: values by code, codes the drive refused, groups that are whole. */
export interface Progress {
  values: Map<string, RawValue>;
  refused: string[];
  done: Set<string>;
}

/** What a reading has so far; nothing when it has not begun. */
export async function loadReading(db: Database, reading: string): Promise<Progress> {
  const rows = await db.select().from(readingGroup).where(eq(readingGroup.readingId, reading));
  const progress: Progress = { values: new Map(), refused: [], done: new Set() };
  for (const { group, content, refused } of rows) {
    for (const [code, raw] of Object.entries(content.values))
      progress.values.set(encodeKey({ code, axis: content.axis, set: content.set }), raw);
    progress.refused.push(...refused);
    progress.done.add(group);
  }
  return progress;
}

/** Forgets what a reading has so far; it can be gone on with. */
export async function forgetGroups(db: Database, reading: string): Promise<void> {
  await db.delete(readingGroup).where(eq(readingGroup.readingId, reading));
}

/** One whole group of a reading. */
export type GroupRow = typeof readingGroup.$inferInsert;
const keepers = new WeakMap<Database, GroupKeeper<GroupRow>>();

/** What keeps the whole groups of all readings in a database; those that come shortly after one another go in one statement. */
export function groupKeeper(db: Database): GroupKeeper<GroupRow> {
  const keeper =
    keepers.get(db) ??
    new GroupKeeper<GroupRow>(
      (rows) => db.insert(readingGroup).values(rows).onConflictDoNothing(),
      systemClock,
    );
  keepers.set(db, keeper);
  return keeper;
}

/** Writes one step of a restore down. */
export async function saveStep(db: Database, jobId: number, ordinal: number, step: WriteStep): Promise<void> {
  await db
    .update(jobStep)
    .set(stepColumns(step))
    .where(and(eq(jobStep.jobId, jobId), eq(jobStep.ordinal, ordinal)));
}

/** Writes down that a command is about to be sent: should the program end now, nobody knows whether it was. */
export async function saveCommandSent(db: Database, jobId: number, which: SentCommand): Promise<void> {
  await db
    .update(job)
    .set({ detail: sql`${job.detail} || jsonb_build_object(${which}::text, 'sent')` })
    .where(eq(job.id, jobId));
}

/** A step as its row holds it. */
export function stepColumns(step: WriteStep) {
  return {
    fromRaw: step.from ?? null,
    toRaw: step.to,
    caution: step.caution ?? null,
    state: step.state,
    said: step.said ?? null,
    remedy: step.remedy ?? null,
    readBack: step.readBack ?? null,
    tries: step.tries,
  };
}
