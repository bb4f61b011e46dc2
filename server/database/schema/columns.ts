import { sql } from "drizzle-orm";
import { customType, integer, timestamp, uuid } from "drizzle-orm/pg-core";
import type { RawValue } from "@/core/value";

/** jsonb that may hold a bare number or string, which the driver would otherwise send as it is. */
export const rawJson = customType<{ data: RawValue; driverData: string }>({
  dataType: () => "jsonb",
  toDriver: (value) => JSON.stringify(value),
  fromDriver: (value) => value as unknown as RawValue,
});
export const moment = (name: string) => timestamp(name, { withTimezone: true });
export const identity = () => integer("id").primaryKey().generatedAlwaysAsIdentity();
/** The name of a thing that stays the same when ledgers are put together (UUID version 7, RFC 9562); numbers are only this ledger's. */
export const uid = () =>
  uuid("uid")
    .notNull()
    .unique()
    .default(sql`uuid_v7()`);
/** A SHA-256, 32 bytes there and 64 hexadecimal digits here. */
export const hash = customType<{ data: string; driverData: Uint8Array }>({
  dataType: () => "bytea",
  toDriver: (value) => Buffer.from(value, "hex"),
  fromDriver: (value) => Buffer.from(value).toString("hex"),
});
/** Bytes as they are. */
export const bytes = customType<{ data: Uint8Array; driverData: Uint8Array }>({
  dataType: () => "bytea",
  toDriver: (value) => value,
  fromDriver: (value) => new Uint8Array(value),
});
