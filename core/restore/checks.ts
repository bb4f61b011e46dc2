import { listName, type Definition } from "@/core/definition";
import type { DriveIdentity, DriveState } from "@/core/drive";
import type { Completeness } from "@/core/set";

export interface Check {
  id: string;
  verdict: "stop" | "caution" | "fine";
  title: string;
  /** What was found, in words. */
  found: string;
  /** What would make it fine; empty when it is. */
  remedy: string;
}

/** What is known of the record when it is to be restored. */
export interface RecordFacts {
  number: number;
  standing: boolean;
  definitionId: string;
  /** The parameter list it was recorded under, in words. */
  recordedAs?: string;
  rating: string | undefined;
  ratingName: string;
  supply: string;
  firmware: string;
  serial: string;
  completeness: Completeness;
  /** Parameters whose recorded values let the shaft start by itself, by code and name. */
  startsByItself?: readonly string[];
  /** What else was fitted, where the family tells. */
  axes?: number;
  options?: ReadonlyArray<{ id: string; name: string }>;
}

export interface CheckInput {
  definition: Definition;
  record: RecordFacts;
  drive: DriveIdentity;
  state: DriveState;
}

/**
 * Everything that is looked at before the first write. Nothing here is tried out by writing.
 * A single "stop" means that nothing at all is written.
 */
export function checkRestore(input: CheckInput): Check[] {
  return [
    family(input),
    rating(input),
    supply(input),
    firmware(input),
    fitted(input),
    serial(input),
    complete(input),
    standing(input),
    stopped(input),
    selfStart(input),
    mains(input),
    trips(input),
    permission(input),
  ];
}

/** Whether the checks allow writing at all. */
export function mayWrite(checks: readonly Check[]): boolean {
  return checks.every((each) => each.verdict !== "stop");
}

const fine = (id: string, title: string, found: string): Check => ({
  id,
  title,
  verdict: "fine",
  found,
  remedy: "",
});

function family({ record, drive, definition }: CheckInput): Check {
  if (record.definitionId === drive.definitionId)
    return fine("family", "Family", `${definition.title}, as recorded`);
  return {
    id: "family",
    title: "Family",
    verdict: "stop",
    found: `The record was made under another parameter list (${record.recordedAs ?? record.definitionId}) than this drive has (${listName(definition)}), and there is no mapping between the two.`,
    remedy:
      "Fit a drive with the recorded list, or enter the values by hand and record the drive anew. Until then nothing is written.",
  };
}

function rating({ record, drive, definition }: CheckInput): Check {
  if (
    !definition.file.identity.some((each) => each.field === "rating") &&
    record.definitionId === drive.definitionId
  ) {
    return {
      id: "rating",
      title: "Rating",
      verdict: "caution",
      found: "This family does not tell its rating.",
      remedy: "Compare the type plates: another rating must not get these values.",
    };
  }
  if (drive.rating !== undefined && record.rating === drive.rating)
    return fine("rating", "Rating", `${drive.ratingName}, as recorded`);
  return {
    id: "rating",
    title: "Rating",
    verdict: "stop",
    found: `The record is of a ${record.ratingName}, this is a ${drive.ratingName}.`,
    remedy:
      "Fit a drive of the recorded rating, or carry the record over to this one first. Until then nothing is written.",
  };
}

function supply({ record, drive }: CheckInput): Check {
  if (record.supply === "not told" && drive.supply === "not told") {
    return {
      id: "supply",
      title: "Supply voltage",
      verdict: "caution",
      found: "This family does not tell its supply voltage.",
      remedy: "Compare the type plates before you write.",
    };
  }
  if (record.supply === drive.supply && drive.supply !== "unknown")
    return fine("supply", "Supply voltage", drive.supply);
  return {
    id: "supply",
    title: "Supply voltage",
    verdict: "stop",
    found: `Recorded for ${record.supply}, this drive is for ${drive.supply}.`,
    remedy: "Fit a drive for the recorded supply. Until then nothing is written.",
  };
}

function firmware({ record, drive }: CheckInput): Check {
  if (record.firmware === drive.firmware) return fine("firmware", "Firmware", drive.firmware);
  return {
    id: "firmware",
    title: "Firmware",
    verdict: "caution",
    found: `Recorded with ${record.firmware}, this drive has ${drive.firmware}.`,
    remedy: "Look through the plan; parameters that this firmware does not have are refused and listed.",
  };
}

/** Axes and option modules: what is not there cannot be written. */
function fitted({ record, drive }: CheckInput): Check {
  if (record.axes !== undefined && drive.axes !== undefined && record.axes !== drive.axes) {
    return {
      id: "fitted",
      title: "Axes and modules",
      verdict: "stop",
      found: `Recorded with ${record.axes} ${record.axes === 1 ? "axis" : "axes"}, this drive has ${drive.axes}.`,
      remedy: "Fit a drive with as many axes. Until then nothing is written.",
    };
  }
  const missing = (record.options ?? []).filter(
    (each) => !(drive.options ?? []).some((one) => one.id === each.id),
  );
  if (missing.length > 0)
    return {
      id: "fitted",
      title: "Axes and modules",
      verdict: "caution",
      found: `Recorded with ${missing.map((each) => each.name).join(", ")}, which this drive has not got.`,
      remedy: "Move the module over from the old drive, or expect its parameters to be left out.",
    };
  return fine(
    "fitted",
    "Axes and modules",
    drive.axes === undefined && (drive.options ?? []).length === 0 ? "This drive has none" : "As recorded",
  );
}

function serial({ record, drive }: CheckInput): Check {
  if (drive.placed) {
    return {
      id: "serial",
      title: "Drive",
      verdict: "caution",
      found: `This family tells no serial number: it is known only that a drive of it answers ${drive.serial}.`,
      remedy: "Read its type plate. That it is exchanged while it is written cannot be noticed.",
    };
  }
  if (record.serial === drive.serial)
    return fine("serial", "Drive", `Serial ${drive.serial}, the drive that was recorded`);
  return {
    id: "serial",
    title: "Drive",
    verdict: "fine",
    found: `Serial ${drive.serial}; recorded was ${record.serial}. It is a replacement.`,
    remedy: "",
  };
}

function complete({ record }: CheckInput): Check {
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

function standing({ record }: CheckInput): Check {
  if (record.standing)
    return fine("standing", "Standing record", `Record ${record.number} is the standing record`);
  return {
    id: "standing",
    title: "Standing record",
    verdict: "caution",
    found: `Record ${record.number} is not the standing record of this position.`,
    remedy: "Restore the standing record, unless you know why this one is right.",
  };
}

function stopped({ state }: CheckInput): Check {
  if (state.running === undefined)
    return {
      id: "stopped",
      title: "Motor stopped",
      verdict: "caution",
      found: "The definition does not say how this drive tells whether its motor turns.",
      remedy: "See for yourself that it stands, and secure it against starting.",
    };
  if (!state.running) return fine("stopped", "Motor stopped", "The motor does not turn");
  return {
    id: "stopped",
    title: "Motor stopped",
    verdict: "stop",
    found: "The motor turns.",
    remedy: "Stop it at the machine, and secure it against starting.",
  };
}

/** A restore ends with a restart, and power comes back some day: whoever writes must know that the machine may move then. */
function selfStart({ record, definition }: CheckInput): Check {
  const codes = record.startsByItself ?? [];
  if (codes.length === 0)
    return fine(
      "self-start",
      "Starts only on command",
      definition.file.startsByItself
        ? "As recorded it waits for a command"
        : "This family tells of no value that would start it by itself",
    );
  return {
    id: "self-start",
    title: "Starts only on command",
    verdict: "caution",
    found: `With ${codes.join(", ")} as recorded the shaft can start by itself after a restart, when power comes back, or after a trip.`,
    remedy: "Secure the machine before you write, or leave the parameter out of the plan.",
  };
}

/** With only the control part fed the definition says what is possible; nothing is tried out. */
function mains({ state, definition }: CheckInput): Check {
  const { withoutMains } = definition.file;
  if (!state.controlOnly)
    return fine(
      "mains",
      "Fed",
      state.reducedSupply
        ? "On the reduced supply, for a test"
        : "The power part is fed, or the family does not tell",
    );
  const found = "Only the control part is fed; the power part is dead.";
  if (withoutMains?.writes)
    return {
      id: "mains",
      title: "Fed",
      verdict: "caution",
      found: `${found} ${withoutMains.about}`,
      remedy: "Write now if you like; nothing turns, and what needs the mains is looked at when it is there.",
    };
  return {
    id: "mains",
    title: "Fed",
    verdict: "stop",
    found: `${found} ${withoutMains?.about ?? "Nothing says that it may be written like this."}`,
    remedy: "Switch the mains on, then check again.",
  };
}

function trips({ state }: CheckInput): Check {
  if (state.trip?.expected)
    return fine("trips", "Trips", `Trip ${state.trip.number}: ${state.trip.name}, as expected without mains`);
  if (!state.tripped)
    return fine(
      "trips",
      "Trips",
      state.warnings.length > 0 ? `No trip; warning: ${state.warnings.join(", ")}` : "No trip, no warning",
    );
  return {
    id: "trips",
    title: "Trips",
    verdict: "caution",
    found: `The drive stands in trip ${state.trip?.number}: ${state.trip?.name}.`,
    remedy: "Parameters can be written; find the cause before the machine is handed back.",
  };
}

function permission({ state, definition }: CheckInput): Check {
  const { permission: spec } = definition.file;
  if (!spec || state.permission === undefined)
    return fine("permission", "Write permission", "This family asks for none");
  if (state.permission) return fine("permission", "Write permission", "Given");
  return {
    id: "permission",
    title: "Write permission",
    verdict: "caution",
    found: "Not given yet. It is waited for before the first write.",
    remedy: spec.howTo,
  };
}
