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
import { OPERATIONS } from "@/core/restore";
import type { Piece } from "@/core/set";
import { user } from "../auth-schema";
import { identity, moment, rawJson, uid } from "./columns";
import { record } from "./ledger";
import { plantId, position } from "./plant";

export const job = pgTable(
  "job",
  {
    id: identity(),
    uid: uid(),
    plantId: plantId(),
    kind: text("kind", { enum: OPERATIONS }).notNull(),
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
    /** A spare is prepared on the workbench: it keeps nobody from the position. */
    spare: boolean("spare").notNull().default(false),
    detail: jsonb("detail").$type<Record<string, unknown>>().notNull(),
    trouble: jsonb("trouble").$type<Trouble>(),
    /** Who works on it now; one at a time. */
    lease: uuid("lease"),
    /** The process of whoever works on it. */
    owner: uuid("owner"),
  },
  (table) => [
    uniqueIndex("one_operation_a_position")
      .on(table.positionId)
      .where(sql`open and not spare`),
    uniqueIndex("one_operation_a_drive")
      .on(table.driveKey)
      .where(sql`open`),
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

export const ROUND_STATES = ["left", "working", "unchanged", "changed", "not-reached"] as const;

/** A list of positions to record in one go; it can be gone on with the next day. */
export const round = pgTable("round", {
  id: identity(),
  uid: uid(),
  plantId: plantId(),
  name: text("name").notNull(),
  at: moment("at").notNull(),
  by: text("by")
    .notNull()
    .references(() => user.id),
  byName: text("by_name").notNull(),
  closedAt: moment("closed_at"),
});

/** How far a round is at one of its positions. */
export const roundPosition = pgTable(
  "round_position",
  {
    roundId: integer("round_id")
      .notNull()
      .references(() => round.id),
    positionId: integer("position_id")
      .notNull()
      .references(() => position.id),
    state: text("state", { enum: ROUND_STATES }).notNull().default("left"),
    /** What changed, or why it was not reached. */
    said: text("said").notNull().default(""),
    record: integer("record"),
    at: moment("at"),
    byName: text("by_name"),
  },
  (table) => [primaryKey({ columns: [table.roundId, table.positionId] }), index().on(table.positionId)],
);

/** What several restores in one go do when one of them meets trouble: leave the rest, or go on with them. */
export const ON_TROUBLE = ["stop", "go-on"] as const;

/** Several restores that are looked through together and written one after the other on a link, links side by side. */
export const batch = pgTable("batch", {
  id: identity(),
  uid: uid(),
  plantId: plantId(),
  at: moment("at").notNull(),
  by: text("by")
    .notNull()
    .references(() => user.id),
  byName: text("by_name").notNull(),
  /** The one record that all get; null where each gets its own standing record. */
  recordId: integer("record_id").references(() => record.id),
  onTrouble: text("on_trouble", { enum: ON_TROUBLE }).notNull(),
});

/** One position of it: its restore, as soon as it was begun, or why it was not. */
export const batchMember = pgTable(
  "batch_member",
  {
    batchId: integer("batch_id")
      .notNull()
      .references(() => batch.id),
    positionId: integer("position_id")
      .notNull()
      .references(() => position.id),
    jobId: integer("job_id").references(() => job.id),
    said: text("said").notNull().default(""),
  },
  (table) => [primaryKey({ columns: [table.batchId, table.positionId] }), index().on(table.positionId)],
);

/** Exercises that somebody began in the practice plant; the newest of each kind counts. */
export const exercise = pgTable("exercise", {
  id: identity(),
  plantId: plantId(),
  kind: text("kind").notNull(),
  by: text("by")
    .notNull()
    .references(() => user.id),
  byName: text("by_name").notNull(),
  begunAt: moment("begun_at").notNull(),
  /** Which start of the stand-ins it works with: after another they stand as at the beginning. */
  standIns: uuid("stand_ins").notNull(),
  /** Serial number of the drive that stood there when it began. */
  before: text("before").notNull(),
  /** Serial number of the one that was put in. */
  after: text("after"),
  mended: boolean("mended").notNull().default(false),
  answer: text("answer"),
});

/** Restores that were rehearsed against a stand-in; nothing of them was done to a drive. Only added to. */
export const rehearsal = pgTable(
  "rehearsal",
  {
    id: identity(),
    uid: uid(),
    plantId: plantId(),
    positionId: integer("position_id")
      .notNull()
      .references(() => position.id),
    at: moment("at").notNull(),
    by: text("by")
      .notNull()
      .references(() => user.id),
    byName: text("by_name").notNull(),
    content: jsonb("content").$type<Record<string, unknown>>().notNull(),
  },
  (table) => [index().on(table.positionId)],
);
