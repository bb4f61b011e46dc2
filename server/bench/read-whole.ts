import { and, eq } from "drizzle-orm";
import { bad, good, type Result } from "@/core/drive";
import type { ReadingView } from "@/core/live";
import { fullCode, type Group } from "@/core/definition";
import { buildPiece } from "@/core/set";
import type { Parameter, RawValue } from "@/core/value";
import { tables, type Database } from "@/server/database";
import { storePieces } from "@/server/ledger";
import type { Importance } from "@/server/link";
import type { Connection } from "./connection";

export interface WholeReading {
  values: Map<string, RawValue>;
  /** Codes the drive would not give. */
  refused: string[];
}

/**
 * Reads every parameter of the connected drive. Each group is in the database as soon as it is whole, so that a lost link, a pulled cable or a
 * killed program costs at most one group read again: called once more with the same job and stage, it goes on where it was.
 * Waits for the same drive after a loss; ends with the trouble when another one answers or the signal is given.
 */
export async function readWhole(
  db: Database,
  connection: Connection,
  job: { id: number; stage: string },
  importance: Importance,
  onProgress: (view: ReadingView) => void,
  signal?: AbortSignal,
): Promise<Result<WholeReading>> {
  const definition = connection.definition!;
  const reading = await loadReading(db, job.id, job.stage);
  const startedAt = Date.now();
  const byId = new Map(definition.groups.map((each) => [each.id, each]));
  const atStart = new Set(reading.done);
  const view: ReadingView = {
    jobId: job.id,
    phase: "reading",
    share: 0,
    msLeft: undefined,
    groups: definition.groups.map((group) => ({
      id: group.id,
      title:
        definition.axes.length > 1 && group.axis > 0 ? `Axis ${group.axis}: ${group.title}` : group.title,
      count: group.parameters.length,
      read: group.parameters.filter((each) => reading.values.has(each.code)).length,
      refused: group.parameters.filter((each) => reading.refused.includes(each.code)).length,
    })),
  };
  const shareAtStart = atStart.size === 0 ? 0 : count(view) / definition.parameters.length;
  for (;;) {
    const left = definition.parameters.filter((each) => !reading.done.has(each.group));
    if (left.length === 0) break;
    view.phase = "reading";
    onProgress(view);
    const shareBefore = view.share || shareAtStart;
    const result = await connection.session(importance).read(
      left,
      async (step) => {
        for (const [code, raw] of step.values) reading.values.set(code, raw);
        for (const { code } of step.refused) reading.refused.push(code);
        for (const group of view.groups) {
          if (reading.done.has(group.id)) continue;
          const whole = byId.get(group.id)!;
          tally(group, whole.parameters, reading);
          if (group.read + group.refused < group.count) continue;
          await keepGroup(db, job, definition.id, whole, reading);
          reading.done.add(group.id);
        }
        view.share = shareBefore + (1 - shareBefore) * step.share;
        const elapsed = Date.now() - startedAt;
        const gained = view.share - shareAtStart;
        view.msLeft = gained > 0.02 ? Math.round((elapsed / gained) * (1 - view.share)) : undefined;
        onProgress(view);
      },
      signal,
    );
    if (result.ok) break;
    if (result.trouble.kind === "stopped" || result.trouble.kind === "refused") return result;
    // What was read of a group that is not whole is read again: the drive may have been switched off meanwhile.
    forgetHalfGroups(definition.parameters, reading);
    view.phase = "waiting";
    connection.noteTrouble(result.trouble);
    onProgress(view);
    const back = await connection.whenBack(signal);
    if (!back.ok) return bad(back.trouble);
  }
  return good({ values: reading.values, refused: reading.refused });
}

interface Progress {
  values: Map<string, RawValue>;
  refused: string[];
  done: Set<string>;
}

/** What a job has read so far in a stage. */
export async function loadReading(db: Database, jobId: number, stage: string): Promise<Progress> {
  const { readingPiece, piece } = tables;
  const rows = await db
    .select({ group: readingPiece.group, refused: readingPiece.refused, content: piece.content })
    .from(readingPiece)
    .innerJoin(piece, eq(piece.hash, readingPiece.hash))
    .where(and(eq(readingPiece.jobId, jobId), eq(readingPiece.stage, stage)));
  const progress: Progress = { values: new Map(), refused: [], done: new Set() };
  for (const row of rows) {
    for (const [code, raw] of Object.entries(row.content.values))
      progress.values.set(fullCode(code, row.content.axis, row.content.set), raw);
    progress.refused.push(...row.refused);
    progress.done.add(row.group);
  }
  return progress;
}

async function keepGroup(
  db: Database,
  job: { id: number; stage: string },
  definitionId: string,
  group: Group,
  reading: Progress,
): Promise<void> {
  const { parameters } = group;
  const content = buildPiece(group, reading.values);
  const refused = parameters.filter((each) => reading.refused.includes(each.code)).map((each) => each.code);
  await db.transaction(async (tx) => {
    const [hash] = await storePieces(tx, definitionId, [content]);
    await tx
      .insert(tables.readingPiece)
      .values({ jobId: job.id, stage: job.stage, group: group.id, hash: hash!, refused })
      .onConflictDoNothing();
  });
}

function tally(group: ReadingView["groups"][number], parameters: Parameter[], reading: Progress): void {
  group.read = parameters.filter((each) => reading.values.has(each.code)).length;
  group.refused =
    reading.refused.length === 0
      ? 0
      : parameters.filter((each) => reading.refused.includes(each.code)).length;
}

function forgetHalfGroups(parameters: readonly Parameter[], reading: Progress): void {
  for (const parameter of parameters) {
    if (reading.done.has(parameter.group)) continue;
    reading.values.delete(parameter.code);
    reading.refused = reading.refused.filter((code) => code !== parameter.code);
  }
}

function count(view: ReadingView): number {
  return view.groups.reduce((sum, each) => sum + each.read, 0);
}
