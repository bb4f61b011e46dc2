import type { Column } from "@/core/compare";
import type { Definition } from "@/core/definition";
import { factorySet, valuesByCode } from "@/core/set";
import type { Database } from "@/server/database";
import { loadValues } from "./load-set";
import type { RecordRow } from "./records";

/** A record as a column of a sheet or a comparison. */
export async function recordColumn(
  db: Database,
  row: RecordRow,
  title = `Record ${row.number}`,
): Promise<Column> {
  return { id: `record-${row.id}`, title, source: "record", values: await loadValues(db, row) };
}

const factory = new WeakMap<Definition, Map<string | undefined, Column>>();

/** The factory default of a rating as a column; made once, since a definition stays as it is. */
export function defaultColumn(definition: Definition, rating: string | undefined): Column {
  const made = factory.get(definition) ?? new Map<string | undefined, Column>();
  factory.set(definition, made);
  const column = made.get(rating) ?? {
    id: "default",
    title: "Factory default",
    source: "default",
    values: valuesByCode(factorySet(definition, rating)),
  };
  made.set(rating, column);
  return column;
}
