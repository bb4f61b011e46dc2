import type { RecordedUnder } from "./shelf";

/** By rows that are known longer than one question is asked. */
const keys = new WeakMap<RecordedUnder, string>();

/** The same for all records that are read by the same parameter list, as it fits their drives. */
export function listKey(row: RecordedUnder): string {
  const known =
    keys.get(row) ?? JSON.stringify([row.definitionId, row.definitionVersion, row.firmware, row.facts]);
  keys.set(row, known);
  return known;
}
