import type { RecordRow } from "@/server/ledger";

/** A record as other programs are told of it, without its values. */
export function recordHead(row: RecordRow, standingId: number | undefined, labels: string[]) {
  return {
    number: row.number,
    uid: row.uid,
    takenAt: row.takenAt.toISOString(),
    dated: row.source?.dateGiven !== null,
    takenBy: row.takenByName,
    origin: row.origin,
    serial: row.serial,
    rating: row.ratingName,
    firmware: row.firmware,
    definition: row.definitionId,
    version: row.definitionVersion,
    hashAll: row.hashAll,
    hashSettings: row.hashSettings,
    present: row.present,
    expected: row.expected,
    standing: row.id === standingId,
    labels,
  };
}
