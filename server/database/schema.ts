import { sql } from "drizzle-orm";
import {
  boolean,
  customType,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  unique,
  uniqueIndex,
  uuid,
} from "drizzle-orm/pg-core";
import type { DefinitionFile } from "@/core/definition";
import type { DriveIdentity, Trouble } from "@/core/drive";
import type { LinkSettings } from "@/core/link";
import type { Piece } from "@/core/set";
import type { RawValue } from "@/core/value";
import { user } from "./auth-schema";

export * from "./auth-schema";

/** jsonb that may hold a bare number or string, which the driver would otherwise send as it is. */
const rawJson = customType<{ data: RawValue; driverData: string }>({
  dataType: () => "jsonb",
  toDriver: (value) => JSON.stringify(value),
  fromDriver: (value) => value as unknown as RawValue,
});
const moment = (name: string) => timestamp(name, { withTimezone: true });
const identity = () => integer("id").primaryKey().generatedAlwaysAsIdentity();
/** The name of a thing that stays the same when ledgers are put together (UUID version 7, RFC 9562); numbers are only this ledger's. */
const uid = () =>
  uuid("uid")
    .notNull()
    .unique()
    .default(sql`uuid_v7()`);

/** A plant in this archive. Its slug stands in addresses; tags are unique within it. */
export const plant = pgTable("plant", {
  id: identity(),
  uid: uid(),
  slug: text("slug").notNull().unique(),
  name: text("name").notNull(),
});
const plantId = () =>
  integer("plant_id")
    .notNull()
    .references(() => plant.id);

export const area = pgTable(
  "area",
  {
    id: identity(),
    uid: uid(),
    plantId: plantId(),
    name: text("name").notNull(),
    sort: integer("sort").notNull(),
  },
  (table) => [unique().on(table.plantId, table.name)],
);

export const link = pgTable(
  "link",
  {
    id: identity(),
    uid: uid(),
    plantId: plantId(),
    name: text("name").notNull(),
    /** The physical way: `linkKey` of the settings. */
    key: text("key").notNull(),
    settings: jsonb("settings").$type<LinkSettings>().notNull(),
    lastSuccess: moment("last_success"),
  },
  (table) => [unique().on(table.plantId, table.key)],
);

/** Who answered where, the last time somebody looked. */
export const sighting = pgTable(
  "sighting",
  {
    linkId: integer("link_id")
      .notNull()
      .references(() => link.id),
    unit: integer("unit").notNull(),
    at: moment("at").notNull(),
    /** Empty when something answered that no definition fits. */
    identity: jsonb("identity").$type<DriveIdentity>(),
  },
  (table) => [primaryKey({ columns: [table.linkId, table.unit] })],
);

export const position = pgTable(
  "position",
  {
    id: identity(),
    uid: uid(),
    plantId: plantId(),
    tag: text("tag").notNull(),
    title: text("title").notNull(),
    areaId: integer("area_id")
      .notNull()
      .references(() => area.id),
    definitionId: text("definition_id").notNull(),
    jobNumber: text("job_number").notNull().default(""),
    twinGroup: text("twin_group"),
    linkId: integer("link_id").references(() => link.id),
    unitAddress: integer("unit_address"),
  },
  (table) => [unique().on(table.plantId, table.tag), index().on(table.linkId, table.unitAddress)],
);

export const drive = pgTable(
  "drive",
  {
    id: identity(),
    uid: uid(),
    plantId: plantId(),
    definitionId: text("definition_id").notNull(),
    serial: text("serial").notNull(),
    rating: text("rating"),
    firmware: text("firmware").notNull(),
    powerPart: text("power_part"),
    axes: integer("axes"),
    /** "removed": taken out of a position, and nobody has said yet whether it is a spare or scrap. */
    whereabouts: text("whereabouts", { enum: ["fitted", "store", "removed", "scrapped"] }).notNull(),
    positionId: integer("position_id").references(() => position.id),
  },
  (table) => [unique().on(table.definitionId, table.serial), index().on(table.positionId)],
);

/** Every version of a definition that a record was made under, and every one that was imported. Only added to. */
export const definitionVersion = pgTable(
  "definition_version",
  {
    uid: uid(),
    definitionId: text("definition_id").notNull(),
    version: text("version").notNull(),
    content: jsonb("content").$type<DefinitionFile>().notNull(),
    hash: text("hash").notNull(),
    /** The file it was imported from; null for what ships with the application. */
    source: text("source"),
    at: moment("at"),
    byName: text("by_name"),
  },
  (table) => [primaryKey({ columns: [table.definitionId, table.version] })],
);

/** Contents of records, once for each hash. Only added to. */
export const piece = pgTable("piece", {
  hash: text("hash").primaryKey(),
  content: jsonb("content").$type<Piece>().notNull(),
});

export const RECORD_ORIGINS = ["read", "before-restore", "after-restore"] as const;

/** Only added to. */
export const record = pgTable(
  "record",
  {
    id: identity(),
    uid: uid(),
    positionId: integer("position_id")
      .notNull()
      .references(() => position.id),
    number: integer("number").notNull(),
    takenAt: moment("taken_at").notNull(),
    takenBy: text("taken_by")
      .notNull()
      .references(() => user.id),
    takenByName: text("taken_by_name").notNull(),
    origin: text("origin", { enum: RECORD_ORIGINS }).notNull(),
    driveId: integer("drive_id")
      .notNull()
      .references(() => drive.id),
    serial: text("serial").notNull(),
    rating: text("rating"),
    ratingName: text("rating_name").notNull(),
    supply: text("supply").notNull(),
    firmware: text("firmware").notNull(),
    /** What else the drive said of itself: axes, options, modules, power part, whom it imitates. */
    facts: jsonb("facts")
      .$type<Pick<DriveIdentity, "powerPart" | "axes" | "options" | "modules" | "really">>()
      .notNull()
      .default({}),
    definitionId: text("definition_id").notNull(),
    definitionVersion: text("definition_version").notNull(),
    hashAll: text("hash_all").notNull(),
    hashSettings: text("hash_settings").notNull(),
    expected: integer("expected").notNull(),
    present: integer("present").notNull(),
    missing: jsonb("missing").$type<string[]>().notNull(),
    trip: text("trip"),
    warnings: jsonb("warnings").$type<string[]>().notNull(),
    running: boolean("running").notNull(),
    /** Some value was not in the permanent memory when it was read. */
    volatile: boolean("volatile"),
    linkName: text("link_name").notNull(),
    unitAddress: integer("unit_address").notNull(),
    jobNumber: text("job_number").notNull(),
  },
  (table) => [unique().on(table.positionId, table.number), index().on(table.driveId, table.id)],
);

/** Only added to. */
export const recordPiece = pgTable(
  "record_piece",
  {
    recordId: integer("record_id")
      .notNull()
      .references(() => record.id),
    ordinal: integer("ordinal").notNull(),
    hash: text("hash")
      .notNull()
      .references(() => piece.hash),
  },
  (table) => [primaryKey({ columns: [table.recordId, table.ordinal] })],
);

/** A note a person added to a record afterwards. Only added to. */
export const recordNote = pgTable(
  "record_note",
  {
    id: identity(),
    uid: uid(),
    recordId: integer("record_id")
      .notNull()
      .references(() => record.id),
    at: moment("at").notNull(),
    byName: text("by_name").notNull(),
    text: text("text").notNull(),
  },
  (table) => [index().on(table.recordId)],
);

/** Which record is the one to restore: the newest line of a position holds. Only added to. */
export const standing = pgTable(
  "standing",
  {
    id: identity(),
    uid: uid(),
    positionId: integer("position_id")
      .notNull()
      .references(() => position.id),
    recordId: integer("record_id")
      .notNull()
      .references(() => record.id),
    at: moment("at").notNull(),
    by: text("by")
      .notNull()
      .references(() => user.id),
    byName: text("by_name").notNull(),
    reason: text("reason").notNull(),
  },
  (table) => [index().on(table.positionId, table.id)],
);

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

export const CURRENT = ["newest", "standing"] as const;

/** The newest and the standing record of each position, kept by whoever adds a record or raises one: what the whole plant is asked about. */
export const current = pgTable(
  "current",
  {
    positionId: integer("position_id")
      .notNull()
      .references(() => position.id),
    which: text("which", { enum: CURRENT }).notNull(),
    recordId: integer("record_id")
      .notNull()
      .references(() => record.id),
  },
  (table) => [primaryKey({ columns: [table.positionId, table.which] })],
);

/** The contents of those records, group by group. */
export const currentPiece = pgTable(
  "current_piece",
  {
    positionId: integer("position_id").notNull(),
    which: text("which", { enum: CURRENT }).notNull(),
    ordinal: integer("ordinal").notNull(),
    hash: text("hash")
      .notNull()
      .references(() => piece.hash),
  },
  (table) => [primaryKey({ columns: [table.positionId, table.which, table.ordinal] })],
);

/** Account of an operation that changed a drive. Only added to. Its number is given without gaps, so that none can be missing unnoticed. */
export const receipt = pgTable(
  "receipt",
  {
    id: integer("id").primaryKey(),
    uid: uid(),
    plantId: plantId(),
    jobId: integer("job_id")
      .notNull()
      .unique()
      .references(() => job.id),
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

/** What happened, in one line each. Only added to. */
export const journal = pgTable(
  "journal",
  {
    id: identity(),
    uid: uid(),
    /** Empty for what concerns the whole archive, such as an imported definition. */
    plantId: integer("plant_id").references(() => plant.id),
    at: moment("at").notNull(),
    byName: text("by_name").notNull(),
    kind: text("kind").notNull(),
    positionId: integer("position_id").references(() => position.id),
    text: text("text").notNull(),
    /** Where in the application it leads. */
    href: text("href"),
  },
  (table) => [index().on(table.at), index().on(table.positionId, table.at)],
);

/** Who acknowledged the warning before live work, in which session. Only added to. */
export const acknowledgement = pgTable(
  "acknowledgement",
  {
    id: identity(),
    uid: uid(),
    sessionId: text("session_id").notNull(),
    by: text("by")
      .notNull()
      .references(() => user.id),
    byName: text("by_name").notNull(),
    at: moment("at").notNull(),
  },
  (table) => [index().on(table.sessionId)],
);
