import { createHash } from "node:crypto";
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

/** A query on its way: its text, and what has it run once that is parsed. */
export interface QueryMessage {
  text: string;
  /** Under which the database may keep it parsed; absent for what is hardly ever asked twice. */
  name?: string;
  run: Uint8Array;
}

/** A text that is longer was made for so many rows or values, and hardly comes again. */
const LONGEST_KEPT = 4000;
const OFTEN_ASKED = /^\s*(select|insert|update|delete|with)\b/i;

/** One query as one message: bind, describe, execute, sync (PostgreSQL 18 documentation, 54.2.3). */
export function encodeQuery(text: string, params: readonly unknown[]): QueryMessage {
  const name =
    text.length <= LONGEST_KEPT && OFTEN_ASKED.test(text)
      ? createHash("sha256").update(text).digest("base64url")
      : undefined;
  const run = Buffer.concat([
    serialize.bind({ statement: name, values: params.map(textOf) }),
    serialize.describe({ type: "P" }),
    serialize.execute(),
    serialize.sync(),
  ]);
  return { text, name, run };
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
