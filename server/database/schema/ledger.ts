/** Records and what they are made of. All but the current tables is only ever added to. */
import { sql } from "drizzle-orm";
import { boolean, index, integer, json, jsonb, pgTable, primaryKey, text, unique } from "drizzle-orm/pg-core";
import type { DefinitionFile } from "@/core/definition";
import type { DriveIdentity } from "@/core/drive";
import type { ProgramFacts } from "@/core/program";
import type { Measured, Piece } from "@/core/set";
import { RECORD_ORIGINS } from "@/core/set/origin";
import { user } from "../auth-schema";
import { bytes, hash, identity, moment, uid } from "./columns";
import { drive, position } from "./plant";

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
  hash: hash("hash").primaryKey(),
  content: jsonb("content").$type<Piece>().notNull(),
});

/**
 * What records hold, once for each hash of everything (`hash_all`): the hashes of their pieces one behind the other, 32 bytes each, in the order of the groups.
 * What the drive changes by itself is never the same twice, and lies here instead of in pieces that nobody would share.
 * A record that is like another adds nothing here. Only added to.
 */
export const content = pgTable("content", {
  hash: hash("hash").primaryKey(),
  pieces: bytes("pieces").notNull(),
  /** Null where it lies in the pieces: in what was kept before, and where nobody knows the definition. As text, which is two thirds of the bytes. */
  measured: json("measured").$type<Measured[]>(),
});

/** Origins of records that were not read from a drive. */
export const NOT_READ = ["file", "draft"] as const satisfies ReadonlyArray<(typeof RECORD_ORIGINS)[number]>;

/** The file that a record was made of. */
export interface RecordSource {
  /** With its way within the folder it was brought in from. */
  name: string;
  /** SHA-256 of its bytes, in hex. */
  hash: string;
  /** When it was brought in, as ISO 8601; the record's own time is the one that the file tells. */
  broughtAt: string;
  /** As the file, its name or its folder gives it; null where nothing tells when the values were taken. */
  dateGiven: string | null;
  /** Lines that did not fit. */
  leftOut: number;
}

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
    /** Null where a file says nothing of the drive. */
    driveId: integer("drive_id").references(() => drive.id),
    serial: text("serial").notNull(),
    rating: text("rating"),
    ratingName: text("rating_name").notNull(),
    supply: text("supply").notNull(),
    firmware: text("firmware").notNull(),
    /** What else the drive said of itself: axes, options, modules, power part, whom it imitates. */
    facts: jsonb("facts")
      .$type<
        Pick<DriveIdentity, "powerPart" | "axes" | "options" | "modules" | "really"> & {
          program?: ProgramFacts;
        }
      >()
      .notNull()
      .default({}),
    definitionId: text("definition_id").notNull(),
    definitionVersion: text("definition_version").notNull(),
    hashAll: hash("hash_all").notNull(),
    hashSettings: hash("hash_settings").notNull(),
    expected: integer("expected").notNull(),
    present: integer("present").notNull(),
    missing: jsonb("missing").$type<string[]>().notNull(),
    trip: text("trip"),
    warnings: jsonb("warnings").$type<string[]>().notNull(),
    running: boolean("running").notNull(),
    /** Some value was not in the permanent memory when it was read. */
    volatile: boolean("volatile"),
    /** It ran on a reduced supply, for a test; null where the family knows no such thing. */
    reducedSupply: boolean("reduced_supply"),
    linkName: text("link_name").notNull(),
    unitAddress: integer("unit_address").notNull(),
    jobNumber: text("job_number").notNull(),
    /** Where it came from, of a record that was brought in; null for what was read from a drive. */
    source: jsonb("source").$type<RecordSource>(),
  },
  (table) => [
    unique().on(table.positionId, table.number),
    index().on(table.driveId, table.id),
    index("record_source_hash")
      .on(sql`(${table.source}->>'hash')`)
      .where(sql`${table.source} is not null`),
  ],
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
    /** The account; empty in notes that were written before it was kept. */
    by: text("by").references(() => user.id),
    byName: text("by_name").notNull(),
    text: text("text").notNull(),
  },
  (table) => [index().on(table.recordId)],
);

/** What a person wrote down about one parameter at one position, whatever record is looked at. Only added to: the newest of a code holds, an empty one takes it off. */
export const parameterNote = pgTable(
  "parameter_note",
  {
    id: identity(),
    uid: uid(),
    positionId: integer("position_id")
      .notNull()
      .references(() => position.id),
    /** Whose parameter it is: another family's of the same code is another one. */
    definitionId: text("definition_id").notNull(),
    /** With axis and set. */
    code: text("code").notNull(),
    at: moment("at").notNull(),
    by: text("by")
      .notNull()
      .references(() => user.id),
    byName: text("by_name").notNull(),
    text: text("text").notNull(),
  },
  (table) => [index().on(table.positionId, table.definitionId)],
);

/** A label that a person put on a record, or took off it. Only added to: the newest line of a label holds. */
export const recordLabel = pgTable(
  "record_label",
  {
    id: identity(),
    uid: uid(),
    recordId: integer("record_id")
      .notNull()
      .references(() => record.id),
    at: moment("at").notNull(),
    by: text("by")
      .notNull()
      .references(() => user.id),
    byName: text("by_name").notNull(),
    label: text("label").notNull(),
    /** False where it was taken off. */
    on: boolean("on").notNull(),
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
