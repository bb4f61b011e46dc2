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
  /** Settings that the record holds and that this drive has nothing for: another firmware, fewer axes or options. */
  lacks: string[];
  /** Settings that were read from this drive and that the record does not hold. */
  unrecorded: string[];
}

/** Compares a drive's values with its standing record, which was read under `recordedUnder`; what moves by itself does not count. */
export function driftOf(
  definition: Definition,
  standard: ReadonlyMap<string, RawValue>,
  standing: ReadonlyMap<string, RawValue>,
  live: ReadonlyMap<string, RawValue>,
  recordedUnder: Definition,
): Drift {
  const lacks = recordedUnder.parameters.flatMap(({ code, kind }) =>
    NOT_SETTINGS.has(kind) || !standing.has(code) || definition.byCode.has(code) ? [] : [code],
  );
  const drift: Drift = { changed: [], backToDefault: [], notRead: [], compared: 0, lacks, unrecorded: [] };
  for (const parameter of definition.parameters) {
    if (NOT_SETTINGS.has(parameter.kind)) continue;
    if (!standing.has(parameter.code)) {
      if (live.has(parameter.code)) drift.unrecorded.push(parameter.code);
      continue;
    }
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
