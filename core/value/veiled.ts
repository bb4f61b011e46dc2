import type { Parameter } from "./parameter";
import { isText, type RawValue } from "./raw";

/**
 * A value as it may be kept and shown: of a secret only whether it is set (1 or "set") or not (0 or an empty text). Applied where a value is taken off the
 * wire, so that nothing behind it ever knows a password.
 */
export function veiled({ kind, type }: Pick<Parameter, "kind" | "type">, raw: RawValue): RawValue {
  if (kind !== "secret") return raw;
  if (isText(type)) return String(raw).trim() === "" ? "" : "set";
  return Number(raw) === 0 ? 0 : 1;
}
