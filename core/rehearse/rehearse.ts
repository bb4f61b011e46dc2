import { definitionFor, type Definition } from "@/core/definition";
import { bad, fittingOf, good, type DriveIdentity, type Result, type Trouble } from "@/core/drive";
import type { Clock } from "@/core/protocol/channel";
import {
  MOST_ROUNDS,
  planRestore,
  settleReadBack,
  stepsAgain,
  stepsOf,
  verifyRestore,
  type Plan,
  type PlanChoices,
  type Verification,
  type WaitsFor,
  type WriteStep,
} from "@/core/restore";
import { makePermanent, restartDrive, writeSteps, type Run } from "@/core/restore/run";
import { StandInDrive } from "@/core/stand-in";
import type { RawValue } from "@/core/value";
import { RehearsalDrive, type RehearsalWay } from "./rehearsal-drive";

/** What is rehearsed: which values onto which drive, as it was read last, over which way. */
export interface RehearsalInput {
  /** The family as its file says, not yet laid out for a drive. */
  family: Definition;
  drive: DriveIdentity;
  /** What the drive holds: as read last, or its factory values. */
  live: ReadonlyMap<string, RawValue>;
  recorded: ReadonlyMap<string, RawValue>;
  choices: PlanChoices;
  way: RehearsalWay;
}

/** How long each part would take, in ms. */
export interface RehearsedMs {
  read: number;
  write: number;
  lookAgain: number;
  permanent: number;
  verify: number;
}

/** What came of a rehearsal. Nothing of it was done to a drive. */
export interface Rehearsed extends Verification {
  plan: Plan;
  steps: WriteStep[];
  ms: RehearsedMs;
  /** What somebody at the machine would have to do on the way. */
  waits: WaitsFor[];
  permanent: "yes" | "no" | "unknown";
  /** Where it came to an end before it was done. */
  trouble?: Trouble;
}

/**
 * A whole restore against a stand-in made of the target's definition, rating, firmware and values, over its real protocol on a cable in memory: read, plan, write, read again, make permanent,
 * restart, read again, compare. What is written and waited for is the code of the real one. The stand-in refuses what its definition says that it refuses; a drive may refuse more.
 */
export async function rehearse(
  { family, drive: identity, live, recorded, choices, way }: RehearsalInput,
  clock: Clock,
): Promise<Result<Rehearsed>> {
  const { rating } = identity;
  if (rating === undefined || !family.ratings.has(rating))
    return bad({
      kind: "not-now",
      text: "The rating of the drive is not told, so no stand-in can be made of it.",
      remedy: "Connect the drive, or say its rating.",
    });
  const definition = definitionFor(family, fittingOf(identity));
  const standIn = new StandInDrive(
    family,
    {
      rating,
      firmware: identity.firmware,
      serial: identity.serial || "stand-in",
      powerPart: identity.powerPart,
      axes: identity.axes,
      options: identity.options?.map((each) => each.id),
      values: Object.fromEntries([...live].filter(([code]) => definition.byCode.has(code))),
    },
    clock,
  );
  const drive = new RehearsalDrive(definition, standIn, way, clock);
  const waits: WaitsFor[] = [];
  const steps: WriteStep[] = [];
  const ms: RehearsedMs = { read: 0, write: 0, lookAgain: 0, permanent: 0, verify: 0 };
  const signal = new AbortController().signal;
  const timed = async <T>(part: keyof RehearsedMs, work: () => Promise<T>): Promise<T> => {
    const from = clock.now();
    const done = await work();
    ms[part] += clock.now() - from;
    return done;
  };
  const expected = await drive.identify();
  if (!expected.ok) return expected;
  const run: Run = {
    drive,
    expected: expected.value,
    steps,
    clock,
    pollMs: 400,
    signal,
    settle: async (ordinal, step) => void (steps[ordinal] = step),
    commandSent: async () => undefined,
    // Somebody stands beside it and does at once what is asked.
    wait: async (what) => {
      if (what === undefined || what === "drive") return;
      if (!waits.includes(what)) waits.push(what);
      if (what === "permission") standIn.givePermission();
    },
  };
  const readAll = (part: keyof RehearsedMs) => timed(part, () => drive.read(definition.parameters, signal));

  const before = await readAll("read");
  if (!before.ok) return before;
  const plan = planRestore(definition, rating, recorded, before.value, choices);
  steps.push(...stepsOf(plan.writes));
  let permanent: Rehearsed["permanent"] = "no";
  const through = async (): Promise<Result<void>> => {
    for (let round = 0; ; round++) {
      const written = await timed("write", () => writeSteps(run));
      if (!written.ok) return written;
      const between = await readAll("lookAgain");
      if (!between.ok) return between;
      const { writes } = planRestore(definition, rating, recorded, between.value, choices);
      const again = stepsAgain(steps, writes);
      if (again !== steps && round < MOST_ROUNDS) {
        steps.splice(0, steps.length, ...again);
        continue;
      }
      const kept = await timed("permanent", () => makePermanent(run));
      if (!kept.ok) return kept;
      if (kept.value === "write-again") continue;
      permanent = kept.value;
      break;
    }
    if (!plan.needsRestart || !definition.file.restart || steps.every((each) => each.state !== "written"))
      return good(undefined);
    const restarted = await timed("permanent", () => restartDrive(run));
    if (!restarted.ok) return restarted;
    return timed("permanent", () => drive.whenBack(signal));
  };
  const done = await through();
  const after = await readAll("verify");
  const values = after.ok ? after.value : new Map<string, RawValue>();
  const settled = steps.map((step) => settleReadBack(step, values.get(step.code)));
  return good({
    ...verifyRestore(definition, settled, before.value, values),
    plan,
    steps: settled,
    ms,
    waits,
    permanent,
    ...(done.ok ? {} : { trouble: done.trouble }),
  });
}
