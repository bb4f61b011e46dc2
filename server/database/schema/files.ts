/** Files that belong to something, by content; and what happened to drives. All only added to. */
import { bigint, index, integer, pgTable, primaryKey, text } from "drizzle-orm/pg-core";
import { DRIVE_EVENT_KINDS, FILE_KINDS } from "@/core/contract";
import { user } from "../auth-schema";
import { bytes, identity, moment, uid } from "./columns";
import { record } from "./ledger";
import { drive, plantId, position } from "./plant";

/** A piece of a file, once for each content: what was sent before a break need not be kept twice. */
export const chunk = pgTable("chunk", {
  hash: text("hash").primaryKey(),
  content: bytes("content").notNull(),
});

/** A file by the hash of its content (SHA-256). */
export const file = pgTable("file", {
  hash: text("hash").primaryKey(),
  size: bigint("size", { mode: "number" }).notNull(),
  /** What it is, told from its content. */
  type: text("type").notNull(),
});

export const fileChunk = pgTable(
  "file_chunk",
  {
    fileHash: text("file_hash")
      .notNull()
      .references(() => file.hash),
    ordinal: integer("ordinal").notNull(),
    chunkHash: text("chunk_hash")
      .notNull()
      .references(() => chunk.hash),
  },
  (table) => [primaryKey({ columns: [table.fileHash, table.ordinal] })],
);

/** A file that somebody added to a position, a record, a drive or a family. */
export const attachment = pgTable(
  "attachment",
  {
    id: identity(),
    uid: uid(),
    plantId: plantId(),
    fileHash: text("file_hash")
      .notNull()
      .references(() => file.hash),
    name: text("name").notNull(),
    kind: text("kind", { enum: FILE_KINDS }).notNull(),
    note: text("note").notNull(),
    at: moment("at").notNull(),
    by: text("by")
      .notNull()
      .references(() => user.id),
    byName: text("by_name").notNull(),
    positionId: integer("position_id").references(() => position.id),
    recordId: integer("record_id").references(() => record.id),
    driveId: integer("drive_id").references(() => drive.id),
    definitionId: text("definition_id"),
  },
  (table) => [
    index().on(table.positionId),
    index().on(table.recordId),
    index().on(table.driveId),
    index().on(table.plantId, table.definitionId),
  ],
);

/** Somebody's word that an added file is not to be used any more. */
export const attachmentWithdrawn = pgTable("attachment_withdrawn", {
  attachmentId: integer("attachment_id")
    .primaryKey()
    .references(() => attachment.id),
  at: moment("at").notNull(),
  by: text("by")
    .notNull()
    .references(() => user.id),
  byName: text("by_name").notNull(),
  why: text("why").notNull(),
});

/** What happened to a drive, beside its records and receipts. */
export const driveEvent = pgTable(
  "drive_event",
  {
    id: identity(),
    uid: uid(),
    driveId: integer("drive_id")
      .notNull()
      .references(() => drive.id),
    kind: text("kind", { enum: DRIVE_EVENT_KINDS }).notNull(),
    positionId: integer("position_id").references(() => position.id),
    text: text("text").notNull(),
    at: moment("at").notNull(),
    by: text("by")
      .notNull()
      .references(() => user.id),
    byName: text("by_name").notNull(),
  },
  (table) => [index().on(table.driveId, table.id)],
);
