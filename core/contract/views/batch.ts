import { list, object, oneOf, optional, table, text, whole, type Of } from "@/core/shape";
import { moment } from "./connection";
import { rawValue } from "./drive";
import { restoreSummary } from "./restore";

/** One position of several restores in one go. */
const batchMember = object({
  tag: text(),
  title: text(),
  /** The link on which its drive was reached; absent where none is noted. */
  link: optional(text()),
  /** Why it was not begun, or what trouble it met; empty where there is none. */
  said: text(),
  restore: optional(restoreSummary),
  /** Where each gets its own record: of what others write and this one need not, what it holds already, as recorded. */
  holds: optional(table(rawValue)),
});
export type BatchMember = Of<typeof batchMember>;

/** Several restores in one go as the pages see it. */
export const batchView = object({
  id: whole(),
  byName: text(),
  at: moment,
  onTrouble: oneOf(["stop", "go-on"]),
  /** The one record that all get; absent where each gets its own standing record. */
  source: optional(object({ tag: text(), record: whole() })),
  /** What is done by itself now; absent where a person is asked. */
  doing: optional(oneOf(["reading", "writing"])),
  members: list(batchMember),
});
export type BatchView = Of<typeof batchView>;
