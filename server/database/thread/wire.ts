import { types } from "@electric-sql/pglite";
import { DatabaseError, serialize } from "pg-protocol";
import { Parser } from "pg-protocol/dist/parser";

/** What comes of a query, as the layer that makes queries expects it. */
export interface QueryResult {
  rows: unknown[];
  fields: Array<{ name: string; dataTypeID: number }>;
  affectedRows?: number;
}

export type RowMode = "array" | "object";

const AS_TEXT = [
  ...[types.TIMESTAMP, types.TIMESTAMPTZ, types.INTERVAL, types.DATE],
  // Arrays of numerics and of those.
  ...[1231, 1115, 1185, 1187, 1182],
];
/** Moments and intervals come as the text the database writes; the layer above makes of it what it wants. */
const PARSERS: Record<number, (text: string, type: number) => unknown> = {
  ...types.parsers,
  ...Object.fromEntries(AS_TEXT.map((oid) => [oid, (text: string) => text])),
};

/** One query as one message: parse, bind, describe, execute, sync (PostgreSQL 18 documentation, 54.2.3). */
export function encodeQuery(sql: string, params: readonly unknown[]): Uint8Array {
  return Buffer.concat([
    serialize.parse({ text: sql }),
    serialize.bind({ values: params.map(textOf) }),
    serialize.describe({ type: "P" }),
    serialize.execute(),
    serialize.sync(),
  ]);
}

/** A parameter as text, which the database reads by the type that it expects there. */
function textOf(value: unknown): string | null | Buffer {
  if (value === null || value === undefined) return null;
  if (value instanceof Uint8Array) return Buffer.from(value);
  if (value instanceof Date) return value.toISOString();
  return typeof value === "object" ? JSON.stringify(value) : String(value);
}

/** What the database answered to one query. Throws the `DatabaseError` that it tells. */
export function decodeAnswer(bytes: Uint8Array, rowMode: RowMode): QueryResult {
  const result: QueryResult = { rows: [], fields: [] };
  let failed: DatabaseError | undefined;
  let parsers: Array<((text: string, type: number) => unknown) | undefined> = [];
  new Parser().parse(Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength), (message) => {
    if (message instanceof DatabaseError) failed ??= message;
    else if (message.name === "rowDescription") {
      result.fields = (message as unknown as QueryResult).fields.map(({ name, dataTypeID }) => ({
        name,
        dataTypeID,
      }));
      parsers = result.fields.map((each) => PARSERS[each.dataTypeID]);
    } else if (message.name === "dataRow") {
      const values = (message as unknown as { fields: Array<string | null> }).fields.map((text, i) =>
        text === null || !parsers[i] ? text : parsers[i](text, result.fields[i]!.dataTypeID),
      );
      result.rows.push(
        rowMode === "array"
          ? values
          : Object.fromEntries(result.fields.map((each, i) => [each.name, values[i]])),
      );
    } else if (message.name === "commandComplete") {
      const count = /\d+$/.exec((message as unknown as { text: string }).text)?.[0];
      if (count !== undefined) result.affectedRows = Number(count);
    }
  });
  if (failed) throw failed;
  return result;
}
