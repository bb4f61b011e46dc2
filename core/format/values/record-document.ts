import Joi from "joi";
import type { ParameterSet } from "@/core/set";
import {
  either,
  list,
  number,
  object,
  optional,
  parse,
  shapeOf,
  table,
  text,
  whole,
  yesNo,
  type Of,
} from "@/core/shape";

/** A record as a file holds it: everything that is kept of it, and every value as the drive gave it. Later versions of the program read every version. */
export const RECORD_DOCUMENT = 1;

const rawValue = either(number(), text());
const orNothing = shapeOf<string | null>(() => Joi.string().allow("", null));

const shape = object({
  calmLedgerRecord: whole({ min: 1 }),
  uid: text(),
  position: text(),
  number: whole({ min: 1 }),
  takenAt: text(),
  takenBy: text(),
  origin: text(),
  drive: object({
    serial: text(),
    rating: optional(text()),
    ratingName: text(),
    supply: text(),
    firmware: text(),
    axes: optional(whole({ min: 1 })),
    options: optional(list(object({ id: text(), name: text(), firmware: optional(text()) }))),
    /** What else it said of itself: modules, power part, whom it imitates. */
    more: optional(shapeOf<object>(() => Joi.object().unknown())),
  }),
  definition: object({ id: text(), version: text() }),
  expected: whole(),
  present: whole(),
  missing: list(text()),
  hashAll: text(),
  hashSettings: text(),
  trip: orNothing,
  warnings: list(text()),
  running: yesNo,
  volatile: shapeOf<boolean | null>(() => Joi.boolean().allow(null)),
  /** Absent where the family knows no reduced supply. */
  reducedSupply: optional(yesNo),
  link: text(),
  unit: whole(),
  jobNumber: text(),
  /** Where it came from, of a record that was brought in. */
  source: optional(shapeOf<object>(() => Joi.object().unknown())),
  /** In an export: what it belongs to there. */
  ledger: optional(object({ position: text(), by: text(), drive: optional(text()) })),
  groups: list(object({ group: text(), axis: whole(), set: whole(), values: table(rawValue) })),
});
export type RecordDocument = Of<typeof shape>;

/** Whether a content says that it is a record of ours. */
export function isRecordDocument(content: unknown): content is object {
  return typeof content === "object" && content !== null && "calmLedgerRecord" in content;
}

/** Looks a record through that came from outside. The reason names what is wrong, and where. */
export function readRecordDocument(
  content: object,
): { ok: true; value: RecordDocument } | { ok: false; reason: string } {
  const read = parse(shape, content);
  if (!read.ok) return { ok: false, reason: read.message };
  if (read.value.calmLedgerRecord > RECORD_DOCUMENT)
    return {
      ok: false,
      reason: `It is of version ${read.value.calmLedgerRecord}; this program reads up to ${RECORD_DOCUMENT}.`,
    };
  return { ok: true, value: read.value };
}

/** A record as text: the same record gives the same text, one value to a line, so that two versions of it can be compared line by line. */
export function writeRecordDocument(document: RecordDocument): string {
  return `${JSON.stringify(document, undefined, 1)}\n`;
}

/** The set that a record holds. */
export function setOfDocument({ definition, groups }: RecordDocument): ParameterSet {
  return { definitionId: definition.id, pieces: groups };
}
