import { bad, good, type Result } from "@/core/drive";
import type { Looked } from "@/core/restore";
import { notedWay, type Bench } from "@/server/bench";
import type { Database } from "@/server/database";
import type { Events } from "@/server/events";
import { standingOf } from "@/server/ledger";
import type { Person } from "@/server/people";
import type { Restores } from "@/server/restore";
import { noteMember, type MemberRow } from "./rows";

/** What batches work with. */
export interface Parts {
  db: Database;
  bench: Bench;
  restores: Restores;
  events: Events;
  now: () => Date;
}

/** A batch, and who works on it. */
interface OfBatch {
  parts: Parts;
  person: Person;
  plantId: number;
  id: number;
}

/**
 * Connects and reads one drive of a batch, up to where its plan can be looked through; one whose restore was begun goes on with that. `source` is the record that all get, `null` where each gets
 * its own. Gives in words why it did not come there, or undefined.
 */
export async function readOne(
  { parts, person, plantId, id }: OfBatch,
  member: MemberRow,
  source: number | null,
  signal: AbortSignal,
): Promise<string | undefined> {
  const { db, restores, events } = parts;
  const { positionId, jobId } = member;
  if (jobId !== null) {
    const goesOn = await restores.goOn(jobId, person);
    if (!goesOn.ok) return inWords(goesOn);
    return readThrough(restores, jobId, signal);
  }
  const recordId = source ?? (await standingOf(db, positionId))?.recordId;
  if (recordId === undefined) return "It has no standing record. Raise one, then read again.";
  const connected = await connect(parts, person, plantId, member);
  if (!connected.ok) return inWords(connected);
  const { id: connectionId, readingDisturbs } = connected.value;
  if (readingDisturbs !== undefined)
    return `Reading it disturbs it (${readingDisturbs}). Restore it on a page of its own.`;
  const request = { positionId, recordId, connectionId, ofOther: source !== null };
  const begun = await restores.start(person, plantId, request);
  if (!begun.ok) return inWords(begun);
  await noteMember(db, id, positionId, { jobId: begun.value.id, said: "" });
  events.publish(plantId, { type: "ledger", tag: member.tag });
  return readThrough(restores, begun.value.id, signal);
}

/** Writes the plan of one restore as it was confirmed, and verifies it. Gives in words why it is not verified, or undefined. */
export async function writeOne(
  restores: Restores,
  person: Person,
  restore: number,
  confirmed: { seal: string; looked: readonly Looked[]; deadVoltage?: string },
  signal: AbortSignal,
): Promise<string | undefined> {
  const begun = await restores.confirm(restore, person, confirmed);
  if (!begun.ok) return inWords(begun);
  await through(restores, restore, signal);
  const { place, verified } = (await restores.shown.detail(restore))!;
  if (place.over === "done") return verified ? undefined : "It is written, and was not verified.";
  return place.why ?? "It stands still before it was done.";
}

async function readThrough(
  restores: Restores,
  restore: number,
  signal: AbortSignal,
): Promise<string | undefined> {
  await through(restores, restore, signal);
  const { place } = (await restores.shown.detail(restore))!;
  return place.stage === "review" ? undefined : (place.why ?? "The reading did not come to its end.");
}

/** The drive that is connected at the position already, or else whoever answers on its noted way. */
async function connect({ bench, db }: Parts, person: Person, plantId: number, member: MemberRow) {
  const there = bench
    .listOf(plantId)
    .find((each) => each.position?.id === member.positionId && each.phase === "connected");
  if (there) return good(there.view());
  const way = await notedWay(db, member);
  if (!way)
    return bad<never>({
      kind: "not-connected",
      text: "No way to it is known.",
      remedy: "Connect it at the bench, then read again.",
    });
  return bench.connect(person, plantId, { link: way.link, unit: way.unit });
}

/** Waits until a restore needs a person or is over; a stop reaches it too. */
async function through(restores: Restores, restore: number, signal: AbortSignal): Promise<void> {
  const stop = (): void => void restores.stop(restore);
  signal.addEventListener("abort", stop);
  if (signal.aborted) stop();
  await restores.settled(restore);
  signal.removeEventListener("abort", stop);
}

const inWords = (result: Result<unknown>): string =>
  result.ok ? "" : `${result.trouble.text} ${result.trouble.remedy}`;
