import type { Definition } from "@/core/definition";
import { NOT_SETTINGS, type RawValue } from "@/core/value";
import { verdict } from "./verdict";

/** How a drive differs now from its standing record, settings only. */
export interface Drift {
  changed: string[];
  backToDefault: string[];
  notRead: string[];
  /** Settings that both have and that were looked at. */
  compared: number;
}

/** Compares a drive's values with its standing record; what moves by itself does not count. */
export function driftOf(
  definition: Definition,
  standard: ReadonlyMap<string, RawValue>,
  standing: ReadonlyMap<string, RawValue>,
  live: ReadonlyMap<string, RawValue>,
): Drift {
  const drift: Drift = { changed: [], backToDefault: [], notRead: [], compared: 0 };
  for (const parameter of definition.parameters) {
    if (NOT_SETTINGS.has(parameter.kind) || !standing.has(parameter.code)) continue;
    const said = verdict(
      standard.get(parameter.code),
      standing.get(parameter.code),
      live.get(parameter.code),
    );
    if (said === "not-read") drift.notRead.push(parameter.code);
    else drift.compared += 1;
    if (said === "changed") drift.changed.push(parameter.code);
    if (said === "back-to-default") drift.backToDefault.push(parameter.code);
  }
  return drift;
}
