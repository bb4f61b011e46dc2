/** Drafts, and everything that was changed in them. */
import { index, integer, jsonb, pgTable, primaryKey, text } from "drizzle-orm/pg-core";
import type { CarryAccount } from "@/core/carry-over";
import type { DriveIdentity } from "@/core/drive";
import { user } from "../auth-schema";
import { identity, moment, rawJson, uid } from "./columns";
import { record } from "./ledger";
import { plantId, position } from "./plant";

/** What is known of a drive that nobody has read: from its type plate, or of one in store. Firmware and serial number may stay empty. */
export interface DraftPlate extends Pick<
  DriveIdentity,
  "serial" | "rating" | "ratingName" | "supply" | "firmware" | "axes" | "options"
> {
  definitionId: string;
  definitionVersion: string;
}

/** Working copies of records, written to no drive. Beside what became of it, a draft is only ever added to: see `draftStep`. */
export const draft = pgTable(
  "draft",
  {
    id: identity(),
    uid: uid(),
    plantId: plantId(),
    positionId: integer("position_id")
      .notNull()
      .references(() => position.id),
    /** The record that it stands on: the one it began from, or a newer one. Null where it began from a type plate. */
    recordId: integer("record_id").references(() => record.id),
    /** What stands on the type plate, where it began from that: it stands on the factory default then. */
    plate: jsonb("plate").$type<DraftPlate>(),
    /** What it was carried over from, line by line, where it was. */
    account: jsonb("account").$type<CarryAccount>(),
    title: text("title").notNull(),
    by: text("by")
      .notNull()
      .references(() => user.id),
    byName: text("by_name").notNull(),
    at: moment("at").notNull(),
    /** Entered as a record, or given up. */
    closedAt: moment("closed_at"),
    enteredAs: integer("entered_as").references(() => record.id),
  },
  (table) => [index().on(table.positionId)],
);

/** What somebody changed in a draft. Only added to: what is taken back is a step too. */
export const draftStep = pgTable(
  "draft_step",
  {
    uid: uid(),
    draftId: integer("draft_id")
      .notNull()
      .references(() => draft.id),
    n: integer("n").notNull(),
    code: text("code").notNull(),
    before: rawJson("before"),
    after: rawJson("after"),
    reason: text("reason").notNull(),
    by: text("by")
      .notNull()
      .references(() => user.id),
    byName: text("by_name").notNull(),
    at: moment("at").notNull(),
    /** The number of the step that it takes back. */
    undoes: integer("undoes"),
  },
  (table) => [primaryKey({ columns: [table.draftId, table.n] })],
);
