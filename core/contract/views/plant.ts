import { REASON_CODES, VERDICTS } from "@/core/readiness";
import { list, object, oneOf, optional, text, whole, yesNo, type Of } from "@/core/shape";

const count = whole({ min: 0 });
const nextStep = object({
  text: text(),
  do: oneOf([
    "import",
    "connect",
    "raise",
    "compare",
    "restore",
    "receipt",
    "store",
    "look",
    "carry-over",
    "prepare",
  ]),
  record: optional(count),
  with: optional(count),
  restore: optional(count),
  receipt: optional(count),
  definition: optional(text()),
  rating: optional(text()),
  firmware: optional(text()),
});
export const reason = object({
  code: oneOf(REASON_CODES),
  severity: oneOf(["missing", "care"]),
  text: text(),
  next: nextStep,
});

/** One position in the list of a plant. */
export const positionLine = object({
  tag: text(),
  title: text(),
  area: text(),
  family: text(),
  machine: text(),
  criticality: optional(oneOf(["plant", "line", "machine"])),
  twinGroup: optional(text()),
  jobNumber: text(),
  serial: optional(text()),
  retired: optional(yesNo),
  newest: optional(
    object({
      number: count,
      takenAt: whole(),
      byName: text(),
      partial: yesNo,
      notRead: yesNo,
      volatile: optional(yesNo),
    }),
  ),
  standing: optional(object({ number: count })),
  asStanding: yesNo,
  verdict: oneOf(VERDICTS),
  reasons: list(reason),
});
export type PositionLine = Of<typeof positionLine>;

const verdictCounts = object({ no: count, "with-care": count, ready: count });
export type VerdictCounts = Of<typeof verdictCounts>;

/** A part of a plant's list: what is in sight, and how much there is in all. */
export const positionWindow = object({
  /** Of the whole plant, whatever is looked for. */
  counts: verdictCounts,
  retired: count,
  /** What would be mended for many positions at once: how many. */
  mends: object({ read: count, raise: count }),
  /** Areas in their order, with how many lines of each fit what is looked for. */
  areas: list(object({ name: text(), fit: count, counts: verdictCounts })),
  total: count,
  from: count,
  lines: list(positionLine),
});
export type PositionWindow = Of<typeof positionWindow>;
