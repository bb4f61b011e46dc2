import { eq } from "drizzle-orm";
import type { ReceiptContent } from "@/core/contract";
import type { Definition } from "@/core/definition";
import { changesOf } from "@/core/draft";
import { good, type Result } from "@/core/drive";
import {
  behindPassword,
  changedInAll,
  checkChange,
  onlyStanding,
  planChange,
  scopeAround,
  settleReadBack,
  startsByItself,
  touchedBy,
  type SentChange,
  type WriteStep,
} from "@/core/restore";
import { formatLine, type RawValue } from "@/core/value";
import type { Connection } from "@/server/bench";
import { tables, type Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import { beginDraft, loadDraft, type LiveValues, type LoadedDraft } from "@/server/drafts";
import { writeJournal } from "@/server/journal";
import { addNote, recordByNumber } from "@/server/ledger";
import { dropReading, loadReading, type Links } from "@/server/link";
import type { Course } from "./course";
import type { RestoreMemory } from "./job-memory";
import { replaceSteps, saveJob, type RestoreJob } from "./job-state";

/** What stands in the journal and in the list of drafts for the list of a change on a drive. */
const TITLE = "Change on the drive";

/** Begins the list in which is collected what somebody wishes, from the record of before. Both or neither is written down. */
export async function beginCollecting(course: Course, record: { id: number; number: number }): Promise<void> {
  const { parts, job, connection, person } = course;
  const { memory, positionId, plantId, tag } = job;
  const now = course.now();
  memory.knownSince = connection.knownSince;
  memory.since = [];
  if (memory.draft !== undefined) return;
  await parts.db.transaction(async (tx) => {
    memory.draft = await beginDraft(tx, person, { id: positionId, plantId, tag }, { record }, TITLE, now);
    await saveJob(tx, job, now);
  });
}

/** What the drive holds now, as far as it was read: as it was before, with what was read again since. */
export async function heldNow(db: Database, { id, memory }: RestoreJob): Promise<Map<string, RawValue>> {
  const { values } = await loadReading(db, `restore-${id}-before`);
  for (const { code, raw } of memory.since ?? []) values.set(code, raw);
  return values;
}

/** Works out what is to be written and what is looked at first, from what is wished and what the drive holds; puts both into the job's memory. Needs a connected drive. */
export async function reviewChange(
  { db, shelf }: { db: Database; shelf: DefinitionShelf },
  job: RestoreJob,
  { definition, identity, state }: Connection,
  alike: readonly string[],
): Promise<void> {
  const { memory } = job;
  const live = await heldNow(db, job);
  const loaded = await loadDraft(db, shelf, job.plantId, memory.draft!);
  const wishes = loaded ? wishesOf(loaded, memory) : new Map<string, RawValue>();
  const { rating } = identity;
  memory.plan = planChange(definition, rating, wishes, live);
  memory.checks = checkChange({
    definition,
    drive: identity,
    state: state!,
    alike,
    onlyStanding: onlyStanding(definition, rating, memory.plan.writes),
    behindPassword: behindPassword(definition, memory.plan.writes),
    startsByItself: startsByItself(definition, new Map([...live, ...wishes])),
  });
}

/** What is wished of each parameter that is changed in the list, or was changed on the drive since: that one is to be as the list has it too. */
function wishesOf({ base, steps, values }: LoadedDraft, { sent = [] }: RestoreMemory): Map<string, RawValue> {
  const codes = new Set([
    ...sent.map((each) => each.code),
    ...changesOf(base, steps).map((each) => each.code),
  ]);
  const wishes = new Map<string, RawValue>();
  for (const code of codes) {
    const raw = values.get(code);
    if (raw !== undefined) wishes.set(code, raw);
  }
  return wishes;
}

/** Reads what is to be written once more, so that it is written from what the drive really holds. False where the drive was away since it was read: it is to be read anew. */
export async function freshen(
  { db, links }: { db: Database; links: Links },
  job: RestoreJob,
  connection: Connection,
): Promise<Result<boolean>> {
  const { memory } = job;
  if (memory.knownSince !== connection.knownSince) return good(false);
  const codes = memory.plan!.writes.map((each) => each.code);
  const now = await links.ask("now", { drive: connection.id, codes });
  if (!now.ok) return now;
  await takeRead(db, job, now.value.values);
  return good(memory.knownSince === connection.knownSince);
}

/** Takes in what was read again. */
async function takeRead(db: Database, job: RestoreJob, read: ReadonlyMap<string, RawValue>): Promise<void> {
  const { values: before } = await loadReading(db, `restore-${job.id}-before`);
  const since = new Map((job.memory.since ?? []).map(({ code, raw }) => [code, raw]));
  for (const [code, raw] of read) since.set(code, raw);
  job.memory.since = [...since].flatMap(([code, raw]) => (before.get(code) === raw ? [] : [{ code, raw }]));
}

/**
 * After values were written: reads them and what they change again (everything, where the drive was away), says what the drive made of each, and writes that down, with a line
 * in the journal for each that was sent.
 */
export async function takeInSent(course: Course): Promise<Result<void>> {
  const { job, parts, connection, definition } = course;
  const { db, shelf } = parts;
  const { memory } = job;
  const touched = touchedBy(
    definition,
    job.steps.map((each) => each.code),
  );
  const since = connection.knownSince;
  const whole = memory.knownSince !== since || job.steps.length === 0;
  // What a reading has that was broken off may be of before a loss.
  await dropReading(db, course.readingId("between"));
  const read = await course.read("between", whole ? undefined : scopeAround(definition, touched));
  if (!read.ok) return read;
  const loaded = await loadDraft(db, shelf, job.plantId, memory.draft!);
  const at = course.now();
  const sent = job.steps
    .filter((each) => each.tries > 0)
    .map((each): SentChange => {
      const last = loaded?.steps.findLast(({ code }) => code === each.code);
      const settled = settleReadBack(each, read.value.get(each.code));
      return {
        ...settled,
        at: at.getTime(),
        byName: memory.confirmedBy ?? job.byName,
        reason: last?.reason ?? "",
      };
    });
  await takeRead(db, job, read.value);
  // Only once it is written down does it hold: should that fail, the steps are taken in again.
  const taken = { ...memory, sent: [...(memory.sent ?? []), ...sent], knownSince: since };
  await db.transaction(async (tx) => {
    await replaceSteps(tx, job.id, []);
    await saveJob(tx, { ...job, memory: taken }, at);
    for (const each of sent)
      await writeJournal(tx, {
        at,
        plantId: job.plantId,
        by: course.person.id,
        byName: course.person.name,
        kind: "restore",
        positionId: job.positionId,
        text: sentWords(definition, job, each),
        href: `/restore/${job.id}`,
      });
  });
  Object.assign(memory, taken);
  job.steps = [];
  await dropReading(db, course.readingId("between"));
  return good(undefined);
}

const CAME_OF_IT: Record<SentChange["state"], string> = {
  written: "",
  planned: "; it is not in the drive",
  refused: "; refused",
  sent: "; whether it arrived is not known",
  unknown: "; whether it arrived is not known",
  other: "; it reads otherwise",
};

function sentWords(
  { byCode }: Definition,
  { tag, memory }: RestoreJob,
  { code, from, to, state, readBack, reason }: SentChange,
): string {
  const parameter = byCode.get(code)!;
  const line = (raw: RawValue | undefined): string =>
    raw === undefined ? "not told" : formatLine(parameter, raw);
  const reads = state === "other" && readBack !== undefined ? `: ${line(readBack)}` : "";
  const why = reason === "" ? "" : `: ${reason}`;
  return `Changed ${code} ${parameter.name} on drive ${memory.identity.serial} of ${tag}: ${line(from)} → ${line(to)}${CAME_OF_IT[state]}${reads}${why}.`;
}

/** Steps of everything that was sent, a step for each parameter; with those of a writing that was not taken in yet. */
export function stepsInAll({ memory, steps }: Pick<RestoreJob, "memory" | "steps">): WriteStep[] {
  return changedInAll([...(memory.sent ?? []), ...steps.filter((each) => each.tries > 0)]);
}

/**
 * Closes the list of a change that is over: what the drive held afterwards is the record it was entered as, where it was read. Why each value was changed is a note on that
 * record, as of a draft that is entered at the desk.
 */
export async function closeCollecting(
  tx: Database,
  { memory, positionId, by, byName, startedAt }: RestoreJob,
  at: Date,
): Promise<void> {
  if (memory.draft === undefined) return;
  const after =
    memory.afterRecord === undefined ? undefined : await recordByNumber(tx, positionId, memory.afterRecord);
  await tx
    .update(tables.draft)
    .set({ closedAt: at, enteredAs: after?.id ?? null })
    .where(eq(tables.draft.id, memory.draft));
  const why = (reasonsOf(memory) ?? []).map(({ code, reason }) => `${code}: ${reason}`).join("\n");
  // A record that held the same before was made for other reasons.
  if (after && why !== "" && after.takenAt >= startedAt)
    await addNote(tx, { id: by, name: byName }, after.id, why.slice(0, 4000), at);
}

/** Why each value was changed on the drive, as it was said last; undefined where nobody said anything. */
export function reasonsOf({ sent = [] }: RestoreMemory): ReceiptContent["reasons"] {
  const reasons = new Map<string, string>();
  for (const { code, reason } of sent) if (reason !== "") reasons.set(code, reason);
  if (reasons.size === 0) return undefined;
  return [...reasons].map(([code, reason]) => ({ code, reason }));
}

/** What a drive holds while values are changed on it, and what of it would be gone after a power-off: where nothing was volatile before, that is what is otherwise since. */
export async function liveValues(
  db: Database,
  job: RestoreJob,
  connection: Pick<Connection, "state" | "definition"> | undefined,
): Promise<LiveValues> {
  const { memory, positionId } = job;
  const values = await heldNow(db, job);
  if (connection?.definition.file.writesLand === "permanent" || connection?.state?.volatile === false)
    return { values, volatile: new Set() };
  const before =
    memory.beforeRecord === undefined ? undefined : await recordByNumber(db, positionId, memory.beforeRecord);
  if (before?.volatile !== false) return { values, volatile: undefined };
  return { values, volatile: new Set((memory.since ?? []).map(({ code }) => code)) };
}
