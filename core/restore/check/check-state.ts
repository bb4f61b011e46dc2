/** Whether the drive is in a state to be written. */
import { fine, notTold, type Check, type CheckInput } from "./check";

type About = Pick<CheckInput, "state" | "definition">;

export function stopped({ state }: Pick<CheckInput, "state">): Check {
  if (state.running === undefined)
    return notTold(
      "stopped",
      "Motor stopped",
      "The definition does not say how this drive tells whether its motor turns.",
      "See for yourself that it stands, and secure it against starting.",
    );
  if (!state.running) return fine("stopped", "Motor stopped", "The motor does not turn");
  return {
    id: "stopped",
    title: "Motor stopped",
    verdict: "stop",
    found: "The motor turns.",
    remedy: "Stop it at the machine, and secure it against starting.",
  };
}

/** While a command to run stands, a changed value may be all that keeps the shaft from turning. */
export function runCommand({ state, definition }: About): Check {
  if (!definition.file.state.runCommand)
    return notTold(
      "run-command",
      "No run command",
      "The definition does not say how this drive tells whether a run command stands.",
      "See that no switch, network or keypad commands it to run.",
    );
  if (!state.runCommand) return fine("run-command", "No run command", "Nothing commands it to run");
  return {
    id: "run-command",
    title: "No run command",
    verdict: "stop",
    found: "A run command stands, from a terminal, the network or the keypad.",
    remedy: "Take it away where it is given, and secure the machine. Until then nothing is written.",
  };
}

/** With only the control part fed the definition says what is possible; nothing is tried out. */
export function mains({ state, definition }: About): Check {
  const { withoutMains } = definition.file;
  if (!state.controlOnly && !definition.file.state.controlOnly && withoutMains?.trip === undefined)
    return notTold(
      "mains",
      "Fed",
      "The definition does not say how this drive tells whether its power part is fed.",
      "See at its lamps or at the keypad whether the mains are on.",
    );
  if (!state.controlOnly)
    return fine(
      "mains",
      "Fed",
      state.reducedSupply ? "On the reduced supply, for a test" : "The power part is fed",
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

export function trips({ state }: Pick<CheckInput, "state">): Check {
  if (state.trip?.expected)
    return fine("trips", "Trips", `Trip ${state.trip.number}: ${state.trip.name}, as expected without mains`);
  if (state.tripped === undefined)
    return notTold(
      "trips",
      "Trips",
      "The definition does not say how this drive tells a trip.",
      "Read its keypad or its lamps.",
    );
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

export function permission({ state, definition }: About): Check {
  const { permission: spec } = definition.file;
  if (!spec && definition.file.asksNoPermission)
    return fine("permission", "Write permission", "This family asks for none");
  if (!spec || state.permission === undefined)
    return notTold(
      "permission",
      "Write permission",
      "The definition does not say whether this drive has to be opened for writing.",
      "Look it up in its manual: on some drives a refused write is a trip.",
    );
  if (state.permission) return fine("permission", "Write permission", "Given");
  return {
    id: "permission",
    title: "Write permission",
    verdict: "caution",
    found: "Not given yet. It is waited for before the first write.",
    remedy: spec.howTo,
  };
}

/** Whether a password was given no drive tells; it is given where its maker has it given, and kept nowhere here. */
export function password({ behindPassword = [] }: Pick<CheckInput, "behindPassword">): Check[] {
  if (behindPassword.length === 0) return [];
  return [
    notTold(
      "password",
      "Password",
      `Taken only once a password was given to the drive: ${behindPassword.slice(0, 4).join(", ")}${behindPassword.length > 4 ? ` and ${behindPassword.length - 4} more` : ""}.`,
      "Give it at the drive's keypad. Nothing of it is asked for or kept here.",
    ),
  ];
}
