/** The plant: areas, positions, drives, and the links that lead to them. */
import {
  boolean,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  unique,
} from "drizzle-orm/pg-core";
import type { DriveIdentity } from "@/core/drive";
import type { LinkSettings } from "@/core/link";
import { WHEREABOUTS } from "@/core/plant";
import type { Thresholds } from "@/core/readiness";
import { identity, moment, uid } from "./columns";

/** What stands still when the drive of a position does. */
export const CRITICALITIES = ["plant", "line", "machine"] as const;

/** A plant in this archive. Its slug stands in addresses; tags are unique within it. */
export const plant = pgTable("plant", {
  id: identity(),
  uid: uid(),
  slug: text("slug").notNull().unique(),
  name: text("name").notNull(),
  /** What counts as ready here, where it is not the usual. */
  thresholds: jsonb("thresholds").$type<Thresholds>(),
  /** Stand-ins only, for exercises: nothing in it reaches a real drive. */
  practice: boolean("practice").notNull().default(false),
});

/** The plant that a thing belongs to. */
export const plantId = () =>
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
    /** What a value took when a drive on it was last read whole, in ms; kept where the pace cannot be worked out from the settings. */
    msAValue: doublePrecision("ms_a_value"),
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
    /** Its drive has answered there; false where a person noted the way, and nobody was there yet. */
    wayTried: boolean("way_tried").notNull().default(true),
    /** The machine it drives. */
    machine: text("machine").notNull().default(""),
    /** What stands still when it does; null where nobody has said. */
    criticality: text("criticality", { enum: CRITICALITIES }),
    /** What has to be said, and to whom, before work begins. */
    beforeWork: text("before_work").notNull().default(""),
    notes: text("notes").notNull().default(""),
    /** Taken out of the plant; its records stay. */
    retiredAt: moment("retired_at"),
    retiredWhy: text("retired_why"),
    /** When its drive was read last, also where nothing had changed. */
    seenAt: moment("seen_at"),
    /** Counted up with every change: of two people who change it at once the second is told. */
    revision: integer("revision").notNull().default(1),
  },
  (table) => [unique().on(table.plantId, table.tag), index().on(table.linkId, table.unitAddress)],
);

/** Tags that a position had before: addresses and labels that carry one still lead to it. Only added to. */
export const formerTag = pgTable(
  "former_tag",
  {
    id: identity(),
    uid: uid(),
    plantId: plantId(),
    tag: text("tag").notNull(),
    positionId: integer("position_id")
      .notNull()
      .references(() => position.id),
    at: moment("at").notNull(),
  },
  (table) => [index().on(table.plantId, table.tag)],
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
    whereabouts: text("whereabouts", { enum: WHEREABOUTS }).notNull(),
    positionId: integer("position_id").references(() => position.id),
    /** Where it lies, in words: the shelf, the shop. */
    place: text("place").notNull().default(""),
  },
  (table) => [unique().on(table.definitionId, table.serial), index().on(table.positionId)],
);

/** What stands at the head of a plant's papers: the company's name and address, and its picture as a data address. */
export const paperHeading = pgTable("paper_heading", {
  plantId: plantId().primaryKey(),
  lines: jsonb("lines").$type<string[]>().notNull(),
  logo: text("logo"),
});
