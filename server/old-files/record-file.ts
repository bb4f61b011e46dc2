import type { Definition } from "@/core/definition";
import { bad, good, type Result } from "@/core/drive";
import {
  RECORD_DOCUMENT,
  valueRows,
  writeDcf,
  writeRecordDocument,
  type RecordDocument,
  type ValuesAbout,
} from "@/core/format";
import { isPartial, type ParameterSet } from "@/core/set";
import type { RecordRow } from "@/server/ledger";
import { rowsCsv, rowsWorkbook } from "@/server/table-file";

export type RecordFormat = "json" | "csv" | "xlsx" | "dcf";

/** A record with everything that is kept of it, as it stands in a file. */
export function documentOf(tag: string, row: RecordRow, set: ParameterSet): RecordDocument {
  const { axes, options, ...more } = row.facts;
  return {
    calmLedgerRecord: RECORD_DOCUMENT,
    uid: row.uid,
    position: tag,
    number: row.number,
    takenAt: row.takenAt.toISOString(),
    takenBy: row.takenByName,
    origin: row.origin,
    drive: {
      serial: row.serial,
      rating: row.rating ?? undefined,
      ratingName: row.ratingName,
      supply: row.supply,
      firmware: row.firmware,
      axes,
      options,
      more: Object.keys(more).length > 0 ? more : undefined,
    },
    definition: { id: row.definitionId, version: row.definitionVersion },
    expected: row.expected,
    present: row.present,
    missing: row.missing,
    hashAll: row.hashAll,
    hashSettings: row.hashSettings,
    trip: row.trip,
    warnings: row.warnings,
    running: row.running,
    volatile: row.volatile,
    reducedSupply: row.reducedSupply ?? undefined,
    link: row.linkName,
    unit: row.unitAddress,
    jobNumber: row.jobNumber,
    source: row.source ?? undefined,
    groups: set.pieces.map(({ group, axis, set: number, values }) => ({ group, axis, set: number, values })),
  };
}

/** A record as the bytes of a file. JSON needs no definition; the others do, and a device configuration file one of a family that has objects. */
export async function recordFile(
  tag: string,
  row: RecordRow,
  set: ParameterSet,
  definition: Definition | undefined,
  format: RecordFormat,
  device: number,
): Promise<Result<string | Uint8Array>> {
  if (format === "json") return good(writeRecordDocument(documentOf(tag, row, set)));
  if (!definition)
    return bad({
      kind: "not-now",
      text: "The definition that the record was made under is not here.",
      remedy: "Take the record as JSON, or import the definition.",
    });
  const about = aboutOf(tag, row);
  if (format === "dcf") {
    if (definition.protocol !== "canopen")
      return bad({
        kind: "not-now",
        text: `${definition.title} has registers, no objects: a device configuration file cannot hold them.`,
        remedy: "Take the record as JSON, CSV or a spreadsheet.",
      });
    return good(
      writeDcf(definition, set, about, { device, node: Math.max(1, row.unitAddress + device) }).text,
    );
  }
  const rows = valueRows(definition, set, about);
  return good(format === "csv" ? rowsCsv(rows) : await rowsWorkbook(`Record ${row.number}`, rows));
}

function aboutOf(tag: string, row: RecordRow): ValuesAbout {
  return {
    definition: row.definitionId,
    position: tag,
    record: row.number,
    takenAt: row.takenAt.toISOString(),
    serial: row.serial || undefined,
    rating: row.rating ?? undefined,
    supply: row.supply || undefined,
    firmware: row.firmware || undefined,
    axes: row.facts.axes,
    options: row.facts.options?.map((each) => each.id),
    partial: isPartial(row) ? `${row.present} of ${row.expected} parameters` : undefined,
    hash: row.hashAll,
  };
}
