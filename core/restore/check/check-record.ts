/** Whether the record is one to restore from. */
import { fine, notTold, type Check, type CheckInput } from "./check";

export function complete({ record }: CheckInput): Check {
  const { completeness } = record;
  if (completeness.complete)
    return fine(
      "complete",
      "Record complete",
      `Record ${record.number} has all ${completeness.expected} parameters`,
    );
  return {
    id: "complete",
    title: "Record complete",
    verdict: "caution",
    found: `Record ${record.number} is partial: ${completeness.present} of ${completeness.expected} parameters. Missing: ${completeness.missing.slice(0, 6).join(", ")}${completeness.missing.length > 6 ? " and more" : ""}.`,
    remedy: "Choose a complete record, or expect the missing ones to stay as this drive has them.",
  };
}

/** What was recorded at another position was right there; whether it is here, somebody has to know. */
export function ofOther({ record }: CheckInput): Check[] {
  if (record.ofOther === undefined) return [];
  return [
    {
      id: "of-other",
      title: "Whose record",
      verdict: "caution",
      found: `Record ${record.number} is of ${record.ofOther}, not of this position.`,
      remedy:
        "Addresses and texts are left out. Look through the plan for limits and homes that belong to the other place.",
    },
  ];
}

/** What a file says, or somebody entered, was never found in a drive by this ledger. */
export function notRead({ record }: CheckInput): Check[] {
  if (!record.notRead) return [];
  return [
    {
      id: "not-read",
      title: "Where the record is from",
      verdict: "caution",
      found: `Record ${record.number} was brought in from a file, or entered from a draft; it was not read from a drive here.`,
      remedy: "Look through the plan value by value, or restore a record that was read from the drive.",
    },
  ];
}

/** What is bound to a serial number does not come along with values. */
export function licences({ licences: lacking }: Pick<CheckInput, "licences">): Check[] {
  if (lacking === undefined) return [];
  const id = "licences";
  const title = "Option keys and licences";
  if (lacking.length === 0) return [fine(id, title, "As the position's list has them")];
  return [
    {
      id,
      title,
      verdict: "caution",
      found: `${lacking.join(". ")}.`,
      remedy:
        "A parameter that needs one is refused or does nothing. Have the key issued for this serial number, and write it into the position's list.",
    },
  ];
}

export function standing({ record }: CheckInput): Check {
  if (record.standing)
    return fine(
      "standing",
      "Standing record",
      `Record ${record.number} is the standing record${record.ofOther ? ` of ${record.ofOther}` : ""}`,
    );
  return {
    id: "standing",
    title: "Standing record",
    verdict: "caution",
    found: `Record ${record.number} is not the standing record of ${record.ofOther ?? "this position"}.`,
    remedy: "Restore the standing record, unless you know why this one is right.",
  };
}

/** The standing record is the one to restore, and newer is not better; but what a newer one has otherwise was meant by somebody, perhaps. */
export function newer({ record }: CheckInput): Check {
  const { newer: since } = record;
  if (!since || since.changed.length === 0)
    return fine(
      "newer",
      "Newer records",
      since ? `Record ${since.number} is newer, and has the same settings` : "None is newer",
    );
  const { changed, number, takenBy } = since;
  return {
    id: "newer",
    title: "Newer records",
    verdict: "caution",
    found: `Record ${number} by ${takenBy} is newer and has ${changed.length} ${changed.length === 1 ? "setting" : "settings"} otherwise: ${changed.slice(0, 6).join(", ")}${changed.length > 6 ? " and more" : ""}.`,
    remedy: "Ask whether these changes were meant; restoring takes them back.",
  };
}

/** A restore ends with a restart, and power comes back some day: whoever writes must know that the machine may move then. */
export function selfStart({ record, definition }: CheckInput): Check {
  const codes = record.startsByItself ?? [];
  if (!definition.file.startsByItself)
    return notTold(
      "self-start",
      "Starts only on command",
      "The definition does not say with which values this drive starts by itself.",
      "Look through the plan for restarts after a trip or a power-up, timers, waking and programs; secure the machine.",
    );
  if (codes.length === 0)
    return fine("self-start", "Starts only on command", "As recorded it waits for a command");
  return {
    id: "self-start",
    title: "Starts only on command",
    verdict: "caution",
    found: `With ${codes.join(", ")} as recorded the shaft can start by itself without a new command: after a restart, a power-up or a trip, at a time, on waking, or by a program.`,
    remedy: "Secure the machine before you write, or leave the parameter out of the plan.",
  };
}
