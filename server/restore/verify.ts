import type { Definition } from "@/core/definition";
import { good, type Result } from "@/core/drive";
import {
  isOfProgram,
  isSwitchOver,
  move,
  outsideOf,
  settleReadBack,
  verifyChange,
  verifyOperation,
  verifyProgram,
  verifyRestore,
  verifySwitchOver,
  type Operation,
  type PlaceEvent,
  type Verification,
} from "@/core/restore";
import type { RawValue } from "@/core/value";
import type { Bench } from "@/server/bench";
import type { Kept } from "@/server/ledger";
import { dropReading, loadReading } from "@/server/link";
import { log } from "@/server/log";
import type { Course } from "./course";
import { operationOf, replaceSteps } from "./job-state";
import { writeReceipt } from "./receipt";

/**
 * Reads the drive once more, says how it came out, and ends the restore with its receipt. It is over only once that is written down; what cannot be put away afterwards
 * does not change that.
 */
export async function verifyAtEnd(course: Course, bench: Bench): Promise<Result<PlaceEvent>> {
  const { job, definition, connection } = course;
  const { db, events } = course.parts;
  // What was changed on it is in the running memory alone: what an earlier try has read may be gone since.
  if (operationOf(job.memory) === "change") await dropReading(db, course.readingId("after"));
  const values = await course.read("after");
  if (!values.ok) return values;
  const before = (await loadReading(db, course.readingId("before"))).values;
  const kept = await course.keep("after", values.value);
  job.memory.afterRecord = kept.record.number;
  const { volatile } = connection.state ?? {};
  const operation = operationOf(job.memory);
  const verification = verificationOf(course, operation, before, values.value);
  if (operation !== "restore" && operation !== "make-permanent")
    job.memory.permanent = permanence(definition, volatile);
  job.steps = job.steps.map((step) => settleReadBack(step, values.value.get(step.code)));
  await replaceSteps(db, job.id, job.steps);
  const stands = job.memory.place;
  job.memory.place = move(move(stands, { type: "through", to: "receipt" }), { type: "done" });
  job.open = false;
  job.memory.verified = verification.verified;
  const { part } = job.memory.choices;
  const outside = part && outsideOf(definition, part, before, values.value);
  try {
    job.memory.receiptId = await writeReceipt(
      db,
      definition,
      job,
      { ...verification, outside },
      course.now(),
    );
  } catch (error) {
    // It is over only once that is written down.
    job.memory.place = stands;
    job.open = true;
    throw error;
  }
  await putAway(course, bench, values.value, kept);
  events.publish(job.plantId, { type: "ledger", tag: job.tag });
  course.announce();
  return good({ type: "resume" });
}

/** What is done once the receipt is written; should that fail, the restore is over all the same. */
async function putAway(
  course: Course,
  bench: Bench,
  values: ReadonlyMap<string, RawValue>,
  kept: Kept,
): Promise<void> {
  try {
    await course.dropReadings();
    await bench.takeValues(course.connection, values, kept);
  } catch (error) {
    log.error(
      { error, job: course.job.id },
      "a restore is over, and what it needed on the way was not put away",
    );
  }
}

/** How it came out, from what was read before and after. */
function verificationOf(
  course: Course,
  operation: Operation,
  before: ReadonlyMap<string, RawValue>,
  after: ReadonlyMap<string, RawValue>,
): Verification {
  const { definition, job, connection } = course;
  const { plan, identity } = job.memory;
  if (operation === "restore") return verifyRestore(definition, job.steps, before, after);
  if (operation === "change") return verifyChange(definition, job.steps, before, after);
  if (isOfProgram(operation)) return verifyProgram(operation, definition, plan!, before, after);
  if (!isSwitchOver(operation))
    return verifyOperation(operation, definition, plan!, before, after, connection.state?.volatile);
  const { equal, ...verification } = verifySwitchOver(definition, identity.rating, after);
  plan!.equal = equal;
  return verification;
}

/** Whether everything it holds is in the permanent memory, as the drive or its definition tells it. */
function permanence({ file }: Definition, volatile: boolean | undefined): "yes" | "no" | "unknown" {
  if (file.writesLand === "permanent") return "yes";
  if (volatile === undefined) return "unknown";
  return volatile ? "no" : "yes";
}
