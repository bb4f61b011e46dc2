/** What was done, for ever. */
import { index, integer, jsonb, pgTable, text } from "drizzle-orm/pg-core";
import { user } from "../auth-schema";
import { identity, moment, uid } from "./columns";
import { plant, plantId, position } from "./plant";
import { job } from "./work";

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

/** A named person's word that the safe functions of a restored drive were confirmed: how, with which check-sum, and tested how. Only added to. */
export const safetySignOff = pgTable(
  "safety_sign_off",
  {
    id: identity(),
    uid: uid(),
    receiptId: integer("receipt_id")
      .notNull()
      .references(() => receipt.id),
    at: moment("at").notNull(),
    by: text("by")
      .notNull()
      .references(() => user.id),
    byName: text("by_name").notNull(),
    how: text("how").notNull(),
    checkSum: text("check_sum").notNull(),
    functionTest: text("function_test").notNull(),
  },
  (table) => [index().on(table.receiptId)],
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
    /** The account; empty in lines that were written before it was kept. A name alone may be another person's too. */
    by: text("by").references(() => user.id),
    byName: text("by_name").notNull(),
    kind: text("kind").notNull(),
    positionId: integer("position_id").references(() => position.id),
    text: text("text").notNull(),
    /** Where in the application it leads. */
    href: text("href"),
  },
  (table) => [
    index().on(table.at),
    index().on(table.positionId, table.at),
    index().on(table.plantId, table.id),
    index().on(table.plantId, table.byName),
  ],
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

/** What was open when a shift ended, and what was said of it. Only added to. */
export const shiftHandover = pgTable(
  "shift_handover",
  {
    id: identity(),
    uid: uid(),
    plantId: plantId(),
    at: moment("at").notNull(),
    by: text("by")
      .notNull()
      .references(() => user.id),
    byName: text("by_name").notNull(),
    text: text("text").notNull(),
    /** What was open then, as it was shown. */
    open: jsonb("open").$type<Array<{ text: string; href: string }>>().notNull(),
  },
  (table) => [index().on(table.plantId, table.id)],
);

/** Somebody's word that they took a shift over. Only added to. */
export const shiftAcceptance = pgTable("shift_acceptance", {
  handoverId: integer("handover_id")
    .primaryKey()
    .references(() => shiftHandover.id),
  at: moment("at").notNull(),
  by: text("by")
    .notNull()
    .references(() => user.id),
  byName: text("by_name").notNull(),
});
