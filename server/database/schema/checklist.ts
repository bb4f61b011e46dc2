/** A position's own lists, and who went through them. */
import { index, integer, jsonb, pgTable, text } from "drizzle-orm/pg-core";
import type { Signed, Tick } from "@/core/checklist";
import { user } from "../auth-schema";
import { identity, moment, uid } from "./columns";
import { receipt } from "./journal";
import { position } from "./plant";

/** What is looked at before switching on, and the acceptance. Only added to; the newest counts. */
export const positionChecks = pgTable(
  "position_checks",
  {
    id: identity(),
    uid: uid(),
    positionId: integer("position_id")
      .notNull()
      .references(() => position.id),
    beforeOn: jsonb("before_on").$type<string[]>().notNull(),
    acceptance: jsonb("acceptance").$type<string[]>().notNull(),
    /** Who else holds the values (a controller above, a memory card, a program), and which wins at the next power-up; empty where nobody has said. */
    keepers: text("keepers").notNull().default(""),
    /** Who writes values into the drive by itself, and when: a controller at its start; empty where nobody has said. */
    reloads: text("reloads").notNull().default(""),
    /** Option keys and licences, a line each: what, for which serial number, until when. */
    licences: jsonb("licences").$type<string[]>().notNull().default([]),
    /** Which other positions it runs together with, in words that name their tags. */
    runsWith: text("runs_with").notNull().default(""),
    at: moment("at").notNull(),
    by: text("by")
      .notNull()
      .references(() => user.id),
    byName: text("by_name").notNull(),
  },
  (table) => [index().on(table.positionId)],
);

/** A list as somebody went through it after an operation. Only added to. */
export const receiptChecks = pgTable(
  "receipt_checks",
  {
    id: identity(),
    uid: uid(),
    receiptId: integer("receipt_id")
      .notNull()
      .references(() => receipt.id),
    /** "controller-start": the drive was compared once more after what writes its values by itself had started. */
    which: text("which").$type<Signed>().notNull(),
    ticks: jsonb("ticks").$type<Tick[]>().notNull(),
    /** Why lines were left out; empty where none were. */
    why: text("why").notNull(),
    at: moment("at").notNull(),
    by: text("by")
      .notNull()
      .references(() => user.id),
    byName: text("by_name").notNull(),
  },
  (table) => [index().on(table.receiptId)],
);
