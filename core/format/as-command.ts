import { isCommandObject, soundsLikeCommand, soundsLikeSecret, type ParameterSpec } from "@/core/definition";
import type { LineNote } from "./note";

/**
 * Takes what makes a drive do something for a command, so that no restore ever writes it: by its object number, or because its name speaks of it. What is only a name is put
 * before a person with a note. A password or key, by its name, is taken for a secret in the same way. `object` is the index times 256 plus the sub-index, where there is one.
 */
export function asCommand(spec: ParameterSpec, line: number, object?: number): LineNote | undefined {
  if (spec.readOnly) return undefined;
  if (soundsLikeSecret(spec.name)) {
    spec.kind = "secret";
    return {
      line,
      verdict: "note",
      what: `${spec.code} ${spec.name}`,
      reason: "Its name speaks of a password or a key.",
      remedy: "It is taken as a secret: only whether it is set is kept, and no restore writes it.",
    };
  }
  const byNumber = object !== undefined && isCommandObject(object);
  if (!byNumber && !soundsLikeCommand(spec.name)) return undefined;
  spec.kind = "command";
  return {
    line,
    verdict: "note",
    what: `${spec.code} ${spec.name}`,
    reason: byNumber
      ? "This object makes the drive do something."
      : "Its name speaks of a command: a control word, a set-point, a reset.",
    remedy: byNumber
      ? "It is taken as a command: read and compared, never written by a restore."
      : 'It is taken as a command, never written by a restore. If it is a setting, give it the kind "setting" in the definition and import that.',
  };
}
