import type { Command } from "@/core/definition";
import { bad, good, troubleOf, type Result, type Trouble } from "@/core/drive";
import { programMeans, type Look, type ProgramMeans } from "@/core/program";
import type { ProgramOperation } from "../operation";
import { passGate } from "./gate";
import { BUSY_PAUSE_MS, MOST_TRIES, STOPPED_BY_PERSON, unanswered, type Run } from "./needs";

/** What is done with the drive's own program; of putting on, which bytes and what the drive gives for them. */
export interface ProgramWork {
  operation: ProgramOperation;
  file?: { bytes: Uint8Array; identification: number };
  /** Of starting: how long it may still be started, in ms, since somebody has looked. 0: it was asked for before, or too long ago; it is only looked at. */
  startWithinMs?: number;
}

/**
 * Puts the drive's own program on, takes it off, starts or stops it, by the means of its definition. What was not answered is looked at before anything else is sent: the drive
 * itself says what is in it. One that lost its power while it was written holds no valid program; it is put on anew once the same drive is back, a few times at most.
 */
export async function workProgram(run: Run, work: ProgramWork): Promise<Result<"done">> {
  const means = programMeans(run.drive.definition);
  if (!means) return bad(NO_MEANS);
  const begunAt = run.clock.now();
  let asked = false;
  for (let attempt = 0; attempt < MOST_TRIES; attempt++) {
    const gate = await passGate(run, true, work.operation === "program-stop");
    if (!gate.ok) return gate;
    await run.wait(undefined);
    const stands = await asItShould(run, means, work);
    if (stands.ok && stands.value) return good("done");
    if (!stands.ok) {
      if (stands.trouble.kind === "refused") return stands;
      run.drive.noteTrouble(stands.trouble);
      continue;
    }
    // What moves a machine is asked for once, and only while somebody has just looked: not when a lost drive comes back.
    if (
      work.operation === "program-start" &&
      (asked || run.clock.now() - begunAt >= (work.startWithinMs ?? 0))
    )
      return bad(NOT_STARTED);
    if (run.signal.aborted) return bad(STOPPED_BY_PERSON);
    await run.commandSent("program");
    asked = true;
    const done = await doIt(run, means, work, gate.value);
    if (!done.ok && done.trouble.kind === "refused") return done;
    if (!done.ok && done.trouble.kind === "stopped") return done;
    if (done.ok) return proved(run, means, work);
    run.drive.noteTrouble(done.trouble);
  }
  return bad({
    kind: "refused",
    text: `It was tried ${MOST_TRIES} times, and what the drive says of its program is not as it should be.`,
    remedy:
      "Look at its supply and its link, then go on; or end it as it is: the receipt says what is in it.",
  });
}

/** Everything was answered: if the drive says otherwise all the same, doing it again would come out no better. */
async function proved(run: Run, means: ProgramMeans, work: ProgramWork): Promise<Result<"done">> {
  const stands = await asItShould(run, means, work);
  if (!stands.ok) return stands;
  if (stands.value) return good("done");
  return work.operation === "program-start"
    ? bad(NOT_STARTED)
    : bad({
        kind: "refused",
        text: "Everything was answered, and what the drive says of its program is not as it should be.",
        remedy:
          "Look at the file and at the drive; nothing was tried again. End it: what is in the drive is read anew from its page.",
      });
}

async function doIt(
  run: Run,
  means: ProgramMeans,
  { operation, file }: ProgramWork,
  era: number,
): Promise<Result<void>> {
  const { start, stop, clear, accept } = means.commands;
  if (operation === "program-start") return send(run, era, start);
  const stopped = await send(run, era, stop);
  if (!stopped.ok || operation === "program-stop") return stopped;
  const cleared = await send(run, era, clear);
  if (!cleared.ok) return cleared;
  const emptied = await untilWritten(run, means);
  if (!emptied.ok || operation === "program-take-off") return emptied;
  const longestMs = run.drive.definition.file.program!.longestMs;
  const sent = resultOf(
    await run.drive.writeBlock(era, means.block, file!.bytes, longestMs, {
      signal: run.signal,
      onShare: run.tell,
    }),
  );
  // What goes in frames counts only once it is accepted; of what goes in one nobody knows before it was looked at.
  if (accept && run.signal.aborted && !sent.ok) return bad(STOPPED_HALFWAY);
  if (!sent.ok) return sent;
  const accepted = accept ? await send(run, era, accept) : sent;
  return accepted.ok ? untilWritten(run, means) : accepted;
}

/** Sends one command; a busy drive is asked again, which has not obeyed. */
async function send(run: Run, era: number, command: Command): Promise<Result<void>> {
  for (let tries = 1; ; tries++) {
    const outcome = await run.drive.command(era, command);
    const passing = outcome.kind === "refused" && outcome.refusal.passing && tries < MOST_TRIES;
    if (!passing) return resultOf(outcome);
    await run.clock.sleep(BUSY_PAUSE_MS, run.signal);
  }
}

function resultOf(outcome: Awaited<ReturnType<Run["drive"]["command"]>>): Result<void> {
  if (outcome.kind === "written") return good(undefined);
  if (outcome.kind === "unknown") return bad(unanswered(outcome));
  return bad({
    kind: "refused",
    text: `The drive refused: ${outcome.refusal.text}`,
    remedy: outcome.refusal.remedy,
    refusal: outcome.refusal,
  });
}

/** Waits while the drive says that it writes its memory. */
async function untilWritten(run: Run, means: ProgramMeans): Promise<Result<void>> {
  const { longestMs } = run.drive.definition.file.program!;
  const until = run.clock.now() + longestMs;
  for (;;) {
    const memory = await look(run, means.memory);
    if (!memory.ok) return memory;
    if (!memory.value.busy) return good(undefined);
    if (run.clock.now() >= until)
      return bad({
        kind: "refused",
        text: `It writes its program memory for longer than ${Math.round(longestMs / 1000)} s.`,
        remedy: "Wait, then go on: what is in it is looked at first.",
      });
    await run.clock.sleep(run.pollMs, run.signal);
  }
}

/** Whether what the drive says of its program is as it should be already. */
async function asItShould(
  run: Run,
  means: ProgramMeans,
  { operation, file }: ProgramWork,
): Promise<Result<boolean>> {
  if (operation === "program-start" || operation === "program-stop") {
    const runs = await look(run, means.runs);
    return runs.ok ? good(runs.value === (operation === "program-start")) : runs;
  }
  const written = await untilWritten(run, means);
  if (!written.ok) return written;
  const memory = await look(run, means.memory);
  if (!memory.ok) return memory;
  if (operation === "program-take-off") return good(memory.value.empty);
  if (!memory.value.valid) return good(false);
  const identification = await look(run, means.identification);
  return identification.ok ? good(identification.value === file!.identification) : identification;
}

async function look<T>(run: Run, { items, understand }: Look<T>): Promise<Result<T>> {
  const raws: number[] = [];
  for (const outcome of await run.drive.items(items)) {
    if (outcome.kind !== "value") return bad(troubleOf(outcome));
    raws.push(Number(outcome.raw));
  }
  return good(understand(raws));
}

const STOPPED_HALFWAY: Trouble = {
  kind: "stopped",
  text: "Stopped while it was sent: no whole program is in the drive.",
  remedy: "Go on: it is put on anew from its beginning; or end it as it is, and put one on later.",
};

const NOT_STARTED: Trouble = {
  kind: "refused",
  text: "Its program does not run. Whether it ran meanwhile is not known, or too long has gone by since somebody looked.",
  remedy:
    "End this and begin anew: somebody has to see first that nobody is near. It is not started from here any more.",
};

const NO_MEANS: Trouble = {
  kind: "refused",
  text: "Its definition does not say how its program is reached over the link.",
  remedy: "Use the maker's own means, then record the drive here. Nothing was sent.",
};
