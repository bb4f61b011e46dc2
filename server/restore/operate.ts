import { bad, good, type Result } from "@/core/drive";
import type { PlaceEvent, ProgramOperation } from "@/core/restore";
import { ageMs } from "@/server/age";
import { contentOf } from "@/server/program";
import type { Course } from "./course";
import { operationOf } from "./job-state";

/** What each operation that is no restore does between looking through and reading again. Gives where it goes on. */
export const OPERATE = { "power-off": powerOff, reset, "switch-over": switchOver, program } as const;

/** So long after somebody has looked may something be started that moves. */
const STARTED_WITHIN_MS = 10 * 60_000;

const READ_AGAIN = good<PlaceEvent>({ type: "through", to: "verify" });

async function powerOff(course: Course): Promise<Result<PlaceEvent>> {
  const off = await course.runAt("powerOff");
  if (!off.ok) return off;
  const { awayMs } = off.value;
  const least = course.definition.file.powerOff?.waitS;
  if (awayMs !== undefined && least !== undefined && awayMs < least * 1000)
    course.note(
      `It was away for ${Math.round(awayMs / 1000)} s, and is to stay off for ${least} s: its bus may not have been empty.`,
    );
  return READ_AGAIN;
}

async function reset(course: Course): Promise<Result<PlaceEvent>> {
  const { memory } = course.job;
  // A reset that was sent is not sent again: what the drive holds afterwards says whether it came about.
  if (memory.reset === undefined) {
    const done = await course.runAt("reset");
    if (!done.ok) {
      // The drive said no: nothing was reset, and it may be asked again.
      if (done.trouble.kind === "refused") delete memory.reset;
      return done;
    }
    if (done.value === "unknown")
      course.note("Whether the drive was reset was not answered; what it holds now tells.");
  }
  memory.reset = "done";
  return READ_AGAIN;
}

async function switchOver(course: Course): Promise<Result<PlaceEvent>> {
  const { connection } = course;
  const { memory } = course.job;
  const over = memory.plan!.over!;
  // The command goes out once. Whatever became of it since, the drive itself tells as whom it answers.
  const done = await course.runAt("switchOver", { over, send: memory.switch === undefined });
  if (!done.ok) {
    if (done.trouble.kind === "refused") delete memory.switch;
    return done;
  }
  if (done.value === "as-before") {
    delete memory.switch;
    return bad({
      kind: "refused",
      text: `It answers as ${connection.identity.ratingName} as before: it was not switched over.`,
      remedy: `Going on asks for it once more; or: ${over.howTo}`,
    });
  }
  memory.was ??= memory.identity;
  memory.identity = connection.identity;
  memory.switch = "done";
  return READ_AGAIN;
}

async function program(course: Course): Promise<Result<PlaceEvent>> {
  const { memory } = course.job;
  const operation = operationOf(memory) as ProgramOperation;
  const { file } = memory.plan!.program!;
  const spec = course.definition.file.program!;
  const bytes = file && (await contentOf(course.parts.db, file.hash, file.bytes, spec));
  // Once it was asked for it is only looked at: a program that starts a second time moves the machine a second time.
  const since = ageMs(memory.confirmedAt ?? -Infinity, course.parts.wall());
  const startWithinMs = memory.program === undefined ? Math.max(0, STARTED_WITHIN_MS - since) : 0;
  const work = {
    operation,
    file: file && { bytes: bytes!, identification: file.identification },
    startWithinMs,
  };
  const done = await course.runAt("program", { work });
  if (!done.ok) return done;
  memory.program = "done";
  return READ_AGAIN;
}
