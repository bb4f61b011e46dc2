import { list, object, oneOf, optional, same, text, whole, yesNo, type Of, type Same } from "@/core/shape";
import type { SheetData } from "@/core/sheet";
import { PARAMETER_KINDS } from "@/core/value";

const cell = object({
  text: text(),
  unit: text(),
  meaning: text(),
  missing: optional(yesNo),
  odd: optional(yesNo),
  words: optional(yesNo),
  volatile: optional(yesNo),
});

/** One row of a sheet. */
export const row = object({
  code: text(),
  name: text(),
  help: text(),
  kind: oneOf(PARAMETER_KINDS),
  base: optional(text()),
  set: optional(whole()),
  choices: optional(text()),
  cells: list(cell),
  notDefault: yesNo,
  differs: yesNo,
  moving: yesNo,
  readOnly: yesNo,
  by: optional(text()),
  verdict: optional(text()),
  outside: optional(text()),
  rated: optional(yesNo),
  untold: optional(yesNo),
});

/** A sheet, ready to draw. */
export const sheet = object({
  family: text(),
  essentials: list(text()),
  columns: list(object({ title: text(), source: oneOf(["default", "record", "draft", "live", "file"]) })),
  compares: yesNo,
  groups: list(object({ id: text(), title: text(), trail: text(), axis: whole(), rows: list(row) })),
});
same<Same<Of<typeof sheet>["compares"], SheetData["compares"]>>();
