import type { Definition } from "@/core/definition";
import type { Operation } from "./operation";

/**
 * What was opened at the drive for writing and only hands there can close again: a line each, to be ticked before the machine is handed back. None where nothing was written, after a power-off (which needs no permission, and takes one away), where the
 * permission was given over the link, or where the definition is not here any more.
 */
export function closingLines(
  { kind, results }: { kind: Operation; results: readonly unknown[] },
  definition: Definition | undefined,
): string[] {
  const permission = definition?.file.permission;
  if (results.length === 0 || kind === "power-off" || permission?.by !== "keypad") return [];
  return [
    permission.ends === "power-off"
      ? "Closed again at the drive: writing from the line (at the keypad, or by a power-off)"
      : "Closed again at the drive: writing from the line (at the keypad)",
  ];
}
