import type { Column } from "@/core/compare";
import type { Definition } from "@/core/definition";
import { factorySet, valuesByCode } from "@/core/set";
import type { Database } from "@/server/database";
import { loadSet } from "./load-set";
import type { RecordRow } from "./records";

/** A record as a column of a sheet or a comparison. */
export async function recordColumn(
  db: Database,
  row: RecordRow,
  title = `Record ${row.number}`,
): Promise<Column> {
  return { id: `record-${row.id}`, title, source: "record", values: valuesByCode(await loadSet(db, row)) };
}

/** The factory default of a rating as a column. */
export function defaultColumn(definition: Definition, rating: string | undefined): Column {
  return {
    id: "default",
    title: "Factory default",
    source: "default",
    values: valuesByCode(factorySet(definition, rating)),
  };
}
