import { list, object, oneOf, optional, text, whole, yesNo, type Of, type Shape } from "@/core/shape";
import type { PackedSheet } from "@/core/sheet/packed";
import { endpoint, name } from "../endpoint";

/** A line of a file that did not fit. */
const fileNote = object({ line: whole(), what: text(), reason: text(), remedy: text() });

/** Who stands apart among several positions, and in what. */
const oddLine = object({
  code: text(),
  name: text(),
  who: list(text()),
  value: text(),
  others: text(),
  count: whole(),
  /** When and by whom it was changed, where that is known. */
  since: optional(
    object({ tag: text(), record: whole(), at: whole(), byName: text(), note: optional(text()) }),
  ),
});

const compared = object({
  /** What was asked for: KL-01:7, KL-02:standing, KL-01:default, live:ID, draft:ID, file:ID. */
  asked: list(text()),
  /** What of it was found, and what that is called. */
  tokens: list(text()),
  titles: list(text()),
  /** What was asked for and is not there. */
  missing: list(text()),
  /** The first column's parameter list, and what stands under another one. */
  list: optional(text()),
  otherLists: list(text()),
  /** Columns of another version of the list, with the codes that are left out of them. */
  otherwise: list(object({ title: text(), version: text(), codes: list(text()) })),
  /** The first of the columns that is a record, and all that are. */
  of: optional(object({ tag: text(), record: whole() })),
  records: list(object({ title: text(), tag: text(), record: whole() })),
  /** Columns that are files: how many of its values stand there, and what did not fit. */
  files: list(object({ name: text(), of: whole(), taken: whole(), notes: list(fileNote) })),
  odd: list(oddLine),
});
/** Everything that is said of what stands side by side, but its rows. */
export type ComparedWords = Of<typeof compared>;

export const showCompared = endpoint({
  method: "GET",
  path: "/api/plants/:plant/compare",
  does: "What stands side by side by codes, as the pages read it: the whole sheet, or its first rows that differ. Other programs take it as CSV.",
  right: "see",
  params: object({ plant: name }),
  query: object({
    /** Columns with a vertical line between. */
    columns: text({ min: 1, max: 1000 }),
    rows: optional(oneOf(["first"])),
  }),
  answer: object({
    words: compared,
    /** Absent where nothing was found. */
    sheet: optional(text() as Shape<PackedSheet>),
    /** These are its first rows: there are more. */
    coming: yesNo,
  }),
});
