/** What is being done: jobs, their steps, readings that are not kept yet. */
import { sql } from "drizzle-orm";
import {
  boolean,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  uniqueIndex,
  uuid,
} from "drizzle-orm/pg-core";
import type { Trouble } from "@/core/drive";
import type { Piece } from "@/core/set";
import { user } from "../auth-schema";
import { identity, moment, rawJson, uid } from "./columns";
import { plantId, position } from "./plant";

export const JOB_KINDS = ["restore"] as const;

export const job = pgTable(
  "job",
  {
    id: identity(),
    uid: uid(),
    plantId: plantId(),
    kind: text("kind", { enum: JOB_KINDS }).notNull(),
    open: boolean("open").notNull(),
    phase: text("phase").notNull(),
    positionId: integer("position_id").references(() => position.id),
    by: text("by")
      .notNull()
      .references(() => user.id),
    byName: text("by_name").notNull(),
    startedAt: moment("started_at").notNull(),
    endedAt: moment("ended_at"),
    /** Definition and serial number: two jobs never write to one drive. */
    driveKey: text("drive_key").notNull(),
    detail: jsonb("detail").$type<Record<string, unknown>>().notNull(),
    trouble: jsonb("trouble").$type<Trouble>(),
    /** Who works on it now; one at a time. */
    lease: uuid("lease"),
    /** The process of whoever works on it. */
    owner: uuid("owner"),
  },
  (table) => [
    uniqueIndex("one_restore_a_position")
      .on(table.positionId)
      .where(sql`open and kind = 'restore'`),
    uniqueIndex("one_restore_a_drive")
      .on(table.driveKey)
      .where(sql`open and kind = 'restore'`),
    index("job_open")
      .on(table.id)
      .where(sql`open`),
  ],
);

/** One write of a restore; written down before it is sent and after it was answered. */
export const jobStep = pgTable(
  "job_step",
  {
    jobId: integer("job_id")
      .notNull()
      .references(() => job.id),
    ordinal: integer("ordinal").notNull(),
    code: text("code").notNull(),
    fromRaw: rawJson("from_raw"),
    toRaw: rawJson("to_raw").notNull(),
    caution: text("caution"),
    state: text("state", { enum: ["planned", "sent", "written", "refused", "unknown", "other"] }).notNull(),
    said: text("said"),
    remedy: text("remedy"),
    readBack: rawJson("read_back"),
    tries: integer("tries").notNull(),
  },
  (table) => [primaryKey({ columns: [table.jobId, table.ordinal] })],
);

/** What is being read from a drive and is neither kept as a record nor let go of yet. Emptied then. */
export const reading = pgTable(
  "reading",
  {
    id: text("id").primaryKey(),
    /** Definition and serial number of the drive. */
    driveKey: text("drive_key").notNull(),
    /** What was fitted; a reading goes on only with the same. */
    fitting: text("fitting").notNull(),
    startedAt: moment("started_at").notNull(),
    byName: text("by_name").notNull(),
  },
  (table) => [index().on(table.driveKey)],
);

/** Whole groups of a reading: each is safe before long, whatever happens to the rest. */
export const readingGroup = pgTable(
  "reading_group",
  {
    readingId: text("reading_id")
      .notNull()
      .references(() => reading.id, { onDelete: "cascade" }),
    group: text("group").notNull(),
    content: jsonb("content").$type<Piece>().notNull(),
    refused: jsonb("refused").$type<string[]>().notNull(),
  },
  (table) => [primaryKey({ columns: [table.readingId, table.group] })],
);
