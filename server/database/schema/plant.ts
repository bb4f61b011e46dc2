/** The plant: areas, positions, drives, and the links that lead to them. */
import { index, integer, jsonb, pgTable, primaryKey, text, unique } from "drizzle-orm/pg-core";
import type { DriveIdentity } from "@/core/drive";
import type { LinkSettings } from "@/core/link";
import { identity, moment, uid } from "./columns";

/** A plant in this archive. Its slug stands in addresses; tags are unique within it. */
export const plant = pgTable("plant", {
  id: identity(),
  uid: uid(),
  slug: text("slug").notNull().unique(),
  name: text("name").notNull(),
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
