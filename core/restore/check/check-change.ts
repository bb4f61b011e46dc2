/** What is looked at before values are changed on a drive, one by one, by somebody at the machine. */
import type { Definition } from "@/core/definition";
import type { DriveIdentity, DriveState } from "@/core/drive";
import { fine, notTold, type Check } from "./check";
import { beside, rightDrive } from "./check-people";
import { mains, password, permission, runCommand, stopped, trips } from "./check-state";

export interface ChangeInput {
  definition: Definition;
  drive: DriveIdentity;
  state: DriveState;
  /** Other drives of this family and rating that can be reached, in words. */
  alike?: readonly string[];
  /** What is to be written and is taken only while the motor stands: code and name. */
  onlyStanding: readonly string[];
  /** What is to be written and is taken only once a password was given: code, name and level. */
  behindPassword: readonly string[];
  /** Parameters with whose values, as they will be, the shaft can start by itself: code and name. */
  startsByItself: readonly string[];
}

/** Everything that is looked at before a change on the drive is written. A single "stop" means that nothing is. A motor that turns is none where a person has seen that it does. */
export function checkChange(input: ChangeInput): Check[] {
  return [
    rightDrive(input),
    beside(input.state.running),
    ...(input.state.running ? [turning(input)] : [stopped(input), runCommand(input)]),
    selfStart(input),
    lands(input),
    mains(input),
    trips(input),
    permission(input),
    ...password(input),
  ];
}

/** It turns, and what is written acts on it at once: somebody sees what it does. */
function turning({ onlyStanding }: ChangeInput): Check {
  const title = "The motor turns";
  if (onlyStanding.length > 0)
    return {
      id: "turning",
      title,
      verdict: "stop",
      found: `The motor turns, and ${onlyStanding.slice(0, 4).join(", ")} ${onlyStanding.length === 1 ? "is" : "are"} taken only while it stands.`,
      remedy: "Stop it at the machine and secure it; or take what needs that off the list.",
    };
  return notTold(
    "turning",
    title,
    "The motor turns. What is written acts on the running machine at once: it may go faster, brake harder, or stop.",
    "See that nobody is in its reach and that its own stop is at hand. Then say that you have looked.",
  );
}

function selfStart({ definition, startsByItself }: ChangeInput): Check {
  const title = "Starts only on command";
  if (!definition.file.startsByItself)
    return notTold(
      "self-start",
      title,
      "The definition does not say with which values this drive starts by itself.",
      "Secure the machine.",
    );
  if (startsByItself.length === 0)
    return fine("self-start", title, "With the values it will have, it waits for a command");
  return {
    id: "self-start",
    title,
    verdict: "caution",
    found: `With ${startsByItself.join(", ")}, as it will be, the shaft can start by itself.`,
    remedy: "Secure the machine first.",
  };
}

/** Where what is written will be. */
function lands({ definition: { file } }: ChangeInput): Check {
  const title = "Where it lands";
  if (file.writesLand !== "permanent")
    return fine("lands", title, "In the running memory: gone at a power-off, unless it is made permanent");
  const bears =
    file.bearsWrites === undefined
      ? "How many it bears is not told."
      : `Its maker states ${file.bearsWrites.toLocaleString("en")} for one value.`;
  return {
    id: "lands",
    title,
    verdict: "caution",
    found: `In this family every write is permanent at once. ${bears}`,
    remedy: "Collect what belongs together, and write it in one go.",
  };
}
