import type { Trouble } from "@/core/drive";
import type { Connection } from "./connection";

/** Why the reading of a drive cannot be kept now; undefined when it can. */
export function whyNotRecorded({
  reading,
  fit,
  identity,
  definition,
  values,
  state,
  outdated,
}: Connection): Trouble | undefined {
  if (!state)
    return {
      kind: "not-connected",
      text: "This drive is not connected any more.",
      remedy: "Connect it again.",
    };
  if (!reading || reading.phase === "reading" || reading.phase === "waiting")
    return {
      kind: "not-now",
      text: "The drive is still being read.",
      remedy: "Wait until the reading is done, or stop it and keep a partial record.",
    };
  if (fit === "nearest")
    return {
      kind: "no-definition",
      text: `No definition here fits firmware ${identity.firmware} of ${definition.title}.`,
      remedy:
        "Add a definition for this firmware first; a record made under the wrong one could not be trusted.",
    };
  if (values.size === 0)
    return { kind: "not-now", text: "Nothing has been read yet.", remedy: "Read the drive first." };
  if (outdated)
    return {
      kind: "not-now",
      text:
        outdated.by === "sent"
          ? "Something was sent to this drive after it was read: it is not as it was read any more."
          : "This drive was away after it was read: what was not permanent may be gone.",
      remedy: "Read it again, then record it.",
    };
  return undefined;
}
