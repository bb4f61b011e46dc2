import { and, asc, eq, gte, isNull, sql } from "drizzle-orm";
import type { ReadingView } from "@/core/contract";
import type { Operation, Place, WriteStep } from "@/core/restore";
import { parse } from "@/core/shape";
import { tables, type Database } from "@/server/database";
import { stepColumns } from "@/server/link";
import { restoreMemory, type RestoreMemory } from "./job-memory";

/** What is done in this job. */
export function operationOf({ operation = "restore" }: Pick<RestoreMemory, "operation">): Operation {
  return operation;
}

/** Whether anything was sent to the drive that could have changed it, or somebody was asked to switch it off: then there is something to account for. */
export function touchedDrive({ memory, steps }: Pick<RestoreJob, "memory" | "steps">): boolean {
  const { place, permanent, reset, restart, switch: over, program, sent = [] } = memory;
  return (
    sent.length > 0 ||
    steps.some((each) => each.tries > 0) ||
    permanent !== "no" ||
    reset !== undefined ||
    restart !== undefined ||
    over !== undefined ||
    program !== undefined ||
    place.stage === "power-off"
  );
}

/** A restore while it runs: its row, its memory and its steps. */
export interface RestoreJob {
  id: number;
  plantId: number;
  open: boolean;
  positionId: number;
  tag: string;
  positionTitle: string;
  by: string;
  byName: string;
  startedAt: Date;
  driveKey: string;
  memory: RestoreMemory;
  steps: WriteStep[];
  reading?: ReadingView;
  /** How far a long transfer is, from 0 to 1; only while it lasts. */
  share?: number;
}

const { job, jobStep, position } = tables;

/** Loads a restore with its steps; undefined when there is none with this id in the plant. Throws when it was kept in a way that cannot be read. */
export async function loadJob(db: Database, id: number, plantId?: number): Promise<RestoreJob | undefined> {
  const rows = await db
    .select({ row: job, tag: position.tag, title: position.title })
    .from(job)
    .innerJoin(position, eq(position.id, job.positionId))
    .where(and(eq(job.id, id), plantId === undefined ? undefined : eq(job.plantId, plantId)));
  const found = rows[0];
  if (!found) return undefined;
  const { row } = found;
  const memory = parse(restoreMemory, row.detail);
  if (!memory.ok)
    throw new Error(`Restore ${id} is kept in a way this program cannot read: ${memory.message}.`);
  const steps = await db.select().from(jobStep).where(eq(jobStep.jobId, id)).orderBy(asc(jobStep.ordinal));
  return {
    id,
    plantId: row.plantId,
    open: row.open,
    positionId: row.positionId!,
    tag: found.tag,
    positionTitle: found.title,
    by: row.by,
    byName: row.byName,
    startedAt: row.startedAt,
    driveKey: row.driveKey,
    memory: memory.value,
    steps: steps.map(stepOf),
  };
}

/** The restores at a position that were begun since a moment, the oldest first. */
export async function restoresSince(db: Database, positionId: number, since: Date): Promise<RestoreJob[]> {
  const rows = await db
    .select({ id: job.id })
    .from(job)
    .where(and(eq(job.positionId, positionId), gte(job.startedAt, since)))
    .orderBy(asc(job.id));
  const found = await Promise.all(rows.map(({ id }) => loadJob(db, id)));
  return found.filter((each) => each !== undefined);
}

/** What goes into a job's row of its memory; nothing is kept that could not be read back. */
export function detailOf(memory: RestoreMemory): Record<string, unknown> {
  const detail = { ...memory, version: 2 };
  const checked = parse(restoreMemory, detail);
  if (!checked.ok) throw new Error(`A restore's memory is not as it should be: ${checked.message}.`);
  return detail;
}

/** Writes place and memory down. */
export async function saveJob(db: Database, { id, open, memory }: RestoreJob, now: Date): Promise<void> {
  await db
    .update(job)
    .set({
      open,
      phase: memory.place.stage,
      detail: detailOf(memory),
      ...(open ? {} : { endedAt: now, lease: null }),
    })
    .where(eq(job.id, id));
}

/** Writes down what is waited for, and nothing else: what the links' thread writes meanwhile stays. */
export async function savePlace(db: Database, { id, memory }: RestoreJob): Promise<void> {
  const { place, interruptions } = memory;
  await db
    .update(job)
    .set({ detail: sql`${job.detail} || ${JSON.stringify({ place, interruptions })}::jsonb` })
    .where(eq(job.id, id));
}

/**
 * Takes a restore for one runner of one process, in one step of the database: only while nobody has it and it still stands where it was seen to stand.
 * False when another was quicker.
 */
export async function takeLease(
  db: Database,
  id: number,
  { lease, owner }: { lease: string; owner: string },
  seen: Place,
): Promise<boolean> {
  const rows = await db
    .update(job)
    .set({ lease, owner })
    .where(
      and(
        eq(job.id, id),
        eq(job.open, true),
        isNull(job.lease),
        sql`${job.detail} -> 'place' ->> 'stage' = ${seen.stage}`,
        sql`${job.detail} -> 'place' ->> 'waitsFor' is not distinct from ${seen.waitsFor ?? null}`,
      ),
    )
    .returning({ id: job.id });
  return rows.length > 0;
}

/** Gives a restore free for the next runner. */
export async function dropLease(db: Database, id: number, lease: string): Promise<void> {
  await db
    .update(job)
    .set({ lease: null })
    .where(and(eq(job.id, id), eq(job.lease, lease)));
}

/** Puts the planned steps in place of any earlier ones: all of them or none. */
export async function replaceSteps(db: Database, jobId: number, steps: readonly WriteStep[]): Promise<void> {
  await db.transaction(async (tx) => {
    await tx.delete(jobStep).where(eq(jobStep.jobId, jobId));
    if (steps.length > 0)
      await tx
        .insert(jobStep)
        .values(steps.map((step, ordinal) => ({ jobId, ordinal, code: step.code, ...stepColumns(step) })));
  });
}

function stepOf(row: typeof jobStep.$inferSelect): WriteStep {
  return {
    code: row.code,
    from: row.fromRaw ?? undefined,
    to: row.toRaw,
    state: row.state,
    tries: row.tries,
    caution: row.caution ?? undefined,
    said: row.said ?? undefined,
    remedy: row.remedy ?? undefined,
    readBack: row.readBack ?? undefined,
  };
}

/** Ids of what is open, in one plant or in all. */
export async function openJobIds(db: Database, plantId?: number): Promise<number[]> {
  const { job } = tables;
  const rows = await db
    .select({ id: job.id })
    .from(job)
    .where(and(eq(job.open, true), plantId === undefined ? undefined : eq(job.plantId, plantId)));
  return rows.map((each) => each.id);
}
