import { and, asc, eq } from "drizzle-orm";
import type { DriveIdentity } from "@/core/drive";
import type { ReadingView, RestorePhase } from "@/core/live";
import type { Check, Plan, PlanChoices, WriteStep } from "@/core/restore";
import { tables, type Database } from "@/server/database";

/** What a restore remembers beside its steps; kept in the job's row so that a restarted program knows how far it came. */
export interface RestoreMemory {
  recordId: number;
  recordNumber: number;
  identity: DriveIdentity;
  previousSerial: string;
  choices: PlanChoices;
  checks: Check[];
  plan?: Plan;
  /** "sent": the command went out and was not answered yet. */
  permanent: "no" | "sent" | "yes" | "unknown";
  restart?: "sent" | "done";
  beforeRecord?: number;
  beforeRecordId?: number;
  /** When the drive was read, ms since 1970. */
  beforeAt?: number;
  afterRecord?: number;
  receiptId?: number;
  note?: string;
  /** Where to go on after a halt. */
  resumeAt?: RestorePhase;
  /** Refused steps were seen and left as they are. */
  refusalsSeen?: boolean;
  /** Written without a second look: what was there before is put back. */
  puttingBack?: boolean;
  interruptions: string[];
}

/** A restore while it runs: its row, its memory and its steps. */
export interface RestoreJob {
  id: number;
  open: boolean;
  phase: RestorePhase;
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
}

const { job, jobStep, position } = tables;

/** Loads a restore with its steps; undefined when there is none with this id. */
export async function loadJob(db: Database, id: number): Promise<RestoreJob | undefined> {
  const rows = await db
    .select({ row: job, tag: position.tag, title: position.title })
    .from(job)
    .innerJoin(position, eq(position.id, job.positionId))
    .where(and(eq(job.id, id), eq(job.kind, "restore")));
  const found = rows[0];
  if (!found) return undefined;
  const steps = await db.select().from(jobStep).where(eq(jobStep.jobId, id)).orderBy(asc(jobStep.ordinal));
  return {
    id,
    open: found.row.open,
    phase: found.row.phase as RestorePhase,
    positionId: found.row.positionId!,
    tag: found.tag,
    positionTitle: found.title,
    by: found.row.by,
    byName: found.row.byName,
    startedAt: found.row.startedAt,
    driveKey: found.row.driveKey,
    memory: found.row.detail as unknown as RestoreMemory,
    steps: steps.map(stepOf),
  };
}

/** Writes phase and memory down. */
export async function saveJob(db: Database, { id, open, phase, memory }: RestoreJob): Promise<void> {
  await db
    .update(job)
    .set({
      open,
      phase,
      detail: memory as unknown as Record<string, unknown>,
      ...(open ? {} : { endedAt: new Date() }),
    })
    .where(eq(job.id, id));
}

/** Forgets what was read before, so that it is read anew. */
export async function forgetReading(db: Database, jobId: number): Promise<void> {
  await db.delete(tables.readingPiece).where(eq(tables.readingPiece.jobId, jobId));
}

/** Puts the planned steps in place of any earlier ones. */
export async function replaceSteps(db: Database, jobId: number, steps: readonly WriteStep[]): Promise<void> {
  await db.delete(jobStep).where(eq(jobStep.jobId, jobId));
  if (steps.length > 0)
    await db
      .insert(jobStep)
      .values(steps.map((step, ordinal) => ({ jobId, ordinal, code: step.code, ...columns(step) })));
}

/** Writes one step down. */
export async function saveStep(db: Database, jobId: number, ordinal: number, step: WriteStep): Promise<void> {
  await db
    .update(jobStep)
    .set(columns(step))
    .where(and(eq(jobStep.jobId, jobId), eq(jobStep.ordinal, ordinal)));
}

function columns(step: WriteStep) {
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

function stepOf(row: typeof jobStep.$inferSelect): WriteStep {
  return {
    code: row.code,
    from: row.fromRaw ?? undefined,
    to: row.toRaw,
    state: row.state,
    tries: row.tries,
    ...(row.caution ? { caution: row.caution } : {}),
    ...(row.said ? { said: row.said } : {}),
    ...(row.remedy ? { remedy: row.remedy } : {}),
    ...(row.readBack !== null ? { readBack: row.readBack } : {}),
  };
}
