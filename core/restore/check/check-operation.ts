/** What is looked at before a drive's memories are made alike, given up, or reset. */
import type { Definition } from "@/core/definition";
import type { DriveIdentity, DriveState } from "@/core/drive";
import type { WholeOperation } from "../operation";
import type { Switching } from "../switching";
import { fine, notTold, type Check } from "./check";
import { beside, rightDrive } from "./check-people";
import { inMotion, moves, programFits, type ProgramInput } from "./check-program";
import { mains, permission, runCommand, stopped, trips } from "./check-state";

export interface OperationInput {
  definition: Definition;
  drive: DriveIdentity;
  state: DriveState;
  /** Other drives of this family and rating that can be reached, in words. */
  alike?: readonly string[];
  /** Parameters with whose values, as they will be, the shaft can start by itself at the next power-up: code and name. */
  startsByItself: readonly string[];
  /** Since when the position has a standing record; undefined when it has none. */
  standing?: number;
  /** Of a switch-over: what it comes to, or why it cannot be done. */
  over?: Switching | string;
  /** Of its own program: what is done with which. */
  program?: ProgramInput;
  /** Seconds since this drive was last switched off from here; undefined when it never was, `Infinity` where the clock was set back since. */
  lastOffS?: number;
}

/** Everything that is looked at before an operation other than a restore or a change on the drive. A single "stop" means that nothing is done. */
export function checkOperation(operation: WholeOperation, input: OperationInput): Check[] {
  switch (operation) {
    case "make-permanent":
      return [
        somethingVolatile(input),
        canMakePermanent(input),
        stopped(input),
        runCommand(input),
        mains(input),
        permission(input),
      ];
    case "power-off":
      return [
        somethingVolatile(input),
        rightDrive(input),
        beside(),
        stopped(input),
        runCommand(input),
        atPowerUp(input),
        notTooOften(input),
      ];
    case "factory-reset":
      return [
        canReset(input),
        rightDrive(input),
        beside(),
        standingThere(input),
        stopped(input),
        runCommand(input),
        atPowerUp(input),
        mains(input),
        trips(input),
        permission(input),
      ];
    case "imitate":
    case "be-itself":
      return [
        canSwitchOver(input),
        rightDrive(input),
        beside(),
        standingThere(input),
        stopped(input),
        runCommand(input),
        atPowerUp(input),
        mains(input),
        trips(input),
        ...(typeof input.over === "object" && input.over.command ? [permission(input)] : []),
      ];
    case "program-put-on":
    case "program-start":
    case "program-stop":
    case "program-take-off":
      return [
        programFits(operation, input.program ?? { planned: undefined }),
        rightDrive(input),
        beside(),
        ...(operation === "program-start" ? [moves()] : []),
        operation === "program-stop" ? inMotion(input) : stopped(input),
        ...(operation === "program-start" ? [mains(input), trips(input)] : []),
        permission(input),
      ];
  }
}

function somethingVolatile({ state, definition }: OperationInput): Check {
  const title = "Something is volatile";
  if (definition.file.writesLand === "permanent")
    return stop(
      "volatile",
      title,
      "In this family every write is permanent at once.",
      "There is nothing to do.",
    );
  if (state.volatile === undefined)
    return notTold(
      "volatile",
      title,
      "The definition does not say how this drive tells whether something is volatile.",
      "Whether it came about will not be told either; compare with a record after the next power-up.",
    );
  return state.volatile
    ? fine("volatile", title, "The drive says that its running memory holds what its permanent one does not")
    : stop("volatile", title, "The drive says that nothing is volatile.", "There is nothing to do.");
}

function canMakePermanent({ definition }: OperationInput): Check {
  const title = "Can be asked for";
  return definition.file.makePermanent
    ? fine("asked-for", title, definition.file.makePermanent.text)
    : stop(
        "asked-for",
        title,
        "The definition does not say how this drive is asked to make its values permanent.",
        "Do it at its keypad, then read it again.",
      );
}

function canReset({ definition }: OperationInput): Check {
  const title = "Can be asked for";
  return definition.file.factoryReset
    ? fine("asked-for", title, definition.file.factoryReset.text)
    : stop(
        "asked-for",
        title,
        "The definition does not say how this drive is reset.",
        "Do it at its keypad, then read it again.",
      );
}

function canSwitchOver({ over }: OperationInput): Check {
  const title = "Can be switched over";
  if (typeof over !== "object")
    return stop(
      "switch-over",
      title,
      over ?? "The definition does not say how it is switched over.",
      "End this; nothing was sent.",
    );
  if (over.resets === undefined)
    return notTold(
      "switch-over",
      title,
      "The definition does not say what is lost by switching it over.",
      "Look it up in its manual. What it holds now is kept as the record of before.",
    );
  return fine("switch-over", title, over.command?.text ?? over.howTo);
}

/** What is reset may be wanted again: the record of before is kept, but a standing record was looked at by a person. */
function standingThere({ standing }: OperationInput): Check {
  const title = "Standing record";
  if (standing !== undefined)
    return fine("standing", title, `Record ${standing} stands; it can be restored afterwards`);
  return {
    id: "standing",
    title,
    verdict: "caution",
    found: "This position has no standing record.",
    remedy: "What was read now is kept as the record of before; only that can be put back.",
  };
}

function atPowerUp({ definition, startsByItself }: OperationInput): Check {
  const id = "self-start";
  const title = "Starts only on command";
  if (!definition.file.startsByItself)
    return notTold(
      id,
      title,
      "The definition does not say with which values this drive starts by itself.",
      "Secure the machine: it may start when the drive is switched on again.",
    );
  if (startsByItself.length === 0)
    return fine(id, title, "With the values it will have, it waits for a command");
  return {
    id,
    title,
    verdict: "caution",
    found: `With ${startsByItself.join(", ")}, as it will be, the shaft can start by itself when the drive is switched on again.`,
    remedy: "Secure the machine first.",
  };
}

function notTooOften({ definition, lastOffS }: OperationInput): Check {
  const id = "often";
  const title = "Not too often";
  const least = definition.file.powerOff?.notMoreOftenS;
  if (least === undefined)
    return notTold(
      id,
      title,
      "The definition does not say how often this drive bears to be switched on.",
      "Look it up in its manual; the charging of the bus is what wears.",
    );
  if (lastOffS === Infinity)
    return notTold(
      id,
      title,
      "It was switched off from here, but when is not known: this computer's clock was set back since.",
      `Wait ${least} s before you switch it on again, if it may have been just now.`,
    );
  if (lastOffS === undefined || lastOffS >= least)
    return fine(id, title, `It bears a switching on every ${least} s`);
  return {
    id,
    title,
    verdict: "caution",
    found: `It was switched off ${Math.round(lastOffS)} s ago, and bears that every ${least} s.`,
    remedy: `Wait ${Math.ceil(least - lastOffS)} s before you switch it on again.`,
  };
}

const stop = (id: string, title: string, found: string, remedy: string): Check => ({
  id,
  title,
  verdict: "stop",
  found,
  remedy,
});
