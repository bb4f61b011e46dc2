import { LARGEST_TEXT, MEANT_AS } from "@/core/format";
import { list, object, oneOf, optional, text, whole, yesNo, type Of } from "@/core/shape";
import { endpoint, name } from "../endpoint";
import { lineNote } from "./families";

const column = optional(whole({ min: 0, max: 400 }));

/** What a person says of an old file; what is not said is guessed. */
const choices = object({
  /** With its way within the folder it lies in. */
  path: text({ min: 1, max: 400 }),
  /** When the file was written last, in ms since 1970, as its computer has it. */
  modified: optional(whole({ min: 0, max: 8_640_000_000_000_000 })),
  family: optional(name),
  position: optional(name),
  meant: optional(oneOf(MEANT_AS)),
  rating: optional(text({ max: 80 })),
  firmware: optional(text({ max: 40 })),
  serial: optional(text({ max: 80 })),
  /** When the values were taken, as ISO 8601. */
  takenAt: optional(text({ max: 40 })),
  sheet: optional(whole({ min: 0, max: 200 })),
  /** Row of the headings and columns, counted from 0. */
  head: optional(whole({ min: -1, max: 20_000 })),
  code: column,
  name: column,
  value: column,
  unit: column,
  raw: column,
  /** Asked first, and then agreed to: the position is of another family. */
  although: optional(yesNo),
  keep: optional(yesNo),
});
export type OldFileChoices = Of<typeof choices>;

const values = object({
  families: list(object({ id: text(), title: text(), known: whole() })),
  /** The one that is meant; absent where it is none's. */
  family: optional(text()),
  meant: oneOf(MEANT_AS),
  /** Values in the file, how many fit, how many the family has. */
  of: whole(),
  taken: whole(),
  expected: whole(),
  notes: list(lineNote),
  noteCount: whole(),
  ratings: list(object({ id: text(), name: text() })),
  rating: optional(text()),
  firmware: text(),
  serial: text(),
  takenAt: optional(text()),
  /** Where that is from, as it stands there. */
  dateGiven: optional(text()),
  /** Of a list: its sheets, the first rows of the one that is meant, and its columns. */
  table: optional(
    object({
      sheets: list(text()),
      sheet: whole(),
      head: whole(),
      columns: object({ code: column, name: column, value: column, unit: column, raw: column }),
      rows: list(object({ line: whole(), cells: list(text()) })),
    }),
  ),
  /** A record of the position that holds the very same. */
  same: optional(whole()),
});

export const takeOldFile = endpoint({
  method: "POST",
  path: "/api/plants/:plant/old-files",
  does: "Looks through a file that may hold a drive's values, and guesses whose they are; with `keep` it becomes a record of a position.",
  right: "record",
  params: object({ plant: name }),
  query: choices,
  takes: { file: true, most: LARGEST_TEXT },
  answer: object({
    path: text(),
    hash: text(),
    /** Tag of the position it is likely of, or that was said. */
    position: optional(text()),
    /** What stands in it is of the first, where it lies is of the second: a person decides. */
    between: optional(list(text())),
    /** It was brought in before. */
    before: optional(object({ tag: text(), number: whole() })),
    /** Several drives stand beside each other in it: each column is looked through by itself, with what is said here and its position. */
    several: optional(
      object({
        sheet: whole(),
        head: whole(),
        code: column,
        name: column,
        unit: column,
        drives: list(object({ column: whole(), tag: text() })),
      }),
    ),
    values: optional(values),
    /** Why it holds no values that can be read. */
    closed: optional(object({ reason: text(), remedy: text() })),
    kept: optional(object({ tag: text(), number: whole(), known: yesNo })),
  }),
  troubles: ["bad-file", "too-large", "ask-first", "not-now"],
});
export type OldFileView = Of<typeof takeOldFile.answer>;

export const putBeside = endpoint({
  method: "POST",
  path: "/api/plants/:plant/compare/own-file",
  does: "Reads the values of a file, so that they stand beside others in a comparison (`file:ID`) as long as the program runs. Nothing of it is kept.",
  right: "see",
  params: object({ plant: name }),
  query: object({ name: text({ min: 1, max: 200 }) }),
  takes: { file: true, most: LARGEST_TEXT },
  answer: object({ token: text(), family: text(), taken: whole(), of: whole() }),
  troubles: ["bad-file", "too-large"],
});

export const recordFile = endpoint({
  method: "GET",
  path: "/api/plants/:plant/positions/:tag/records/:record/file/:format",
  does: "A record as a file from which it comes back: JSON, CSV, a spreadsheet, or a device configuration file (CiA 306) of a family that has objects.",
  right: "see",
  params: object({
    plant: name,
    tag: name,
    record: whole({ min: 1, max: 2 ** 31 - 1 }),
    format: oneOf(["json", "csv", "xlsx", "dcf"]),
  }),
  /** Of a drive whose axes are nodes of their own: which of them, counted from 0. */
  query: object({ device: optional(whole({ min: 0, max: 126 })) }),
  sends: "file",
});
