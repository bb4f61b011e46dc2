/** Who belongs to which plant, and who was asked in. */
import { boolean, jsonb, pgTable, primaryKey, text } from "drizzle-orm/pg-core";
import { PLANT_ROLES, type PlantRole } from "@/core/contract";
import { user } from "../auth-schema";
import { identity, moment, uid } from "./columns";
import { plantId } from "./plant";

/** What a person is in a plant. */
export const membership = pgTable(
  "membership",
  {
    userId: text("user_id")
      .notNull()
      .references(() => user.id),
    plantId: plantId(),
    role: text("role", { enum: PLANT_ROLES }).notNull(),
  },
  (table) => [primaryKey({ columns: [table.userId, table.plantId] })],
);

/** A way to choose a password once: for somebody new, or for an account whose password was lost. Only the hash of what stands in the address is kept. */
export const invitation = pgTable("invitation", {
  id: identity(),
  uid: uid(),
  tokenHash: text("token_hash").notNull().unique(),
  name: text("name").notNull(),
  email: text("email").notNull(),
  administrator: boolean("administrator").notNull(),
  roles: jsonb("roles").$type<Array<{ plantId: number; role: PlantRole }>>().notNull(),
  /** The account that gets a new password; empty for somebody new. */
  userId: text("user_id").references(() => user.id),
  by: text("by")
    .notNull()
    .references(() => user.id),
  byName: text("by_name").notNull(),
  at: moment("at").notNull(),
  expiresAt: moment("expires_at").notNull(),
  usedAt: moment("used_at"),
});

/** A way in for another program: in one plant, with a role, until a day. Only the hash of it is kept. */
export const apiToken = pgTable("api_token", {
  id: identity(),
  uid: uid(),
  tokenHash: text("token_hash").notNull().unique(),
  name: text("name").notNull(),
  plantId: plantId(),
  role: text("role", { enum: PLANT_ROLES }).notNull(),
  by: text("by")
    .notNull()
    .references(() => user.id),
  byName: text("by_name").notNull(),
  at: moment("at").notNull(),
  expiresAt: moment("expires_at").notNull(),
  lastUsedAt: moment("last_used_at"),
  revokedAt: moment("revoked_at"),
});

/** The parameters of a family that a person looks at first, in their own order: codes without axis and set. */
export const ownList = pgTable(
  "own_list",
  {
    userId: text("user_id")
      .notNull()
      .references(() => user.id),
    definitionId: text("definition_id").notNull(),
    codes: jsonb("codes").$type<string[]>().notNull(),
  },
  (table) => [primaryKey({ columns: [table.userId, table.definitionId] })],
);

/** The columns that a person leaves out of every sheet. */
export const sheetColumns = pgTable("sheet_columns", {
  userId: text("user_id")
    .primaryKey()
    .references(() => user.id),
  hidden: jsonb("hidden").$type<string[]>().notNull(),
});

/** A question to the plant that somebody gave a name: its conditions as they are typed. */
export const savedQuestion = pgTable(
  "saved_question",
  {
    plantId: plantId(),
    name: text("name").notNull(),
    ask: text("ask").notNull(),
    of: text("of", { enum: ["standing", "newest"] }).notNull(),
    at: moment("at").notNull(),
    byName: text("by_name").notNull(),
  },
  (table) => [primaryKey({ columns: [table.plantId, table.name] })],
);
