import { list, object, oneOf, optional, text, whole, yesNo, type Of } from "@/core/shape";
import { endpoint, name } from "../endpoint";

const plant = object({ plant: name });
const position = object({ plant: name, tag: name });
const CRITICALITIES = ["plant", "line", "machine"] as const;

/** What people say of a position; looked through once more where it is kept. */
export const positionWords = object({
  tag: text({ min: 1, max: 24 }),
  title: text({ min: 1, max: 120 }),
  area: text({ min: 1, max: 60 }),
  /** Empty where its family is not known yet. */
  definitionId: text({ max: 80 }),
  machine: text({ max: 120 }),
  criticality: optional(oneOf(CRITICALITIES)),
  twinGroup: text({ max: 60 }),
  jobNumber: text({ max: 40 }),
  /** The link its drive is on, in one line ("Modbus TCP 10.4.2.31:502"); empty where none is noted. */
  link: text({ max: 320 }),
  /** The address at which it answers there. */
  address: optional(whole({ min: 0, max: 255 })),
  beforeWork: text({ max: 500 }),
  notes: text({ max: 4000 }),
});
export type PositionWordsView = Of<typeof positionWords>;

export const showPosition = endpoint({
  method: "GET",
  path: "/api/plants/:plant/positions/:tag",
  does: "What is said of a position, with the number of its version.",
  right: "see",
  params: position,
  answer: object({ words: positionWords, revision: whole() }),
});

export const createPosition = endpoint({
  method: "POST",
  path: "/api/plants/:plant/positions",
  does: "Makes a position; an area of a new name is made with it.",
  right: "arrange",
  params: plant,
  body: positionWords,
  answer: object({ tag: text() }),
});

export const changePosition = endpoint({
  method: "POST",
  path: "/api/plants/:plant/positions/:tag/change",
  does: "Changes what is said of a position, its tag and area too. Refused where somebody else changed it since `revision`.",
  right: "arrange",
  params: position,
  body: object({ revision: whole({ min: 1 }), words: positionWords }),
  troubles: ["changed-meanwhile"],
});

export const retirePosition = endpoint({
  method: "POST",
  path: "/api/plants/:plant/positions/:tag/retire",
  does: "Takes a position out of the plant; its records stay.",
  right: "retire",
  params: position,
  body: object({ why: text({ min: 3, max: 300, pattern: /\S.*\S/s, called: "at least a few words" }) }),
  troubles: ["busy"],
});

export const bringBack = endpoint({
  method: "POST",
  path: "/api/plants/:plant/positions/:tag/bring-back",
  does: "Brings a retired position back.",
  right: "retire",
  params: position,
});

export const orderAreas = endpoint({
  method: "POST",
  path: "/api/plants/:plant/areas/order",
  does: "Puts the areas of a plant in an order.",
  right: "arrange",
  params: plant,
  body: object({ names: list(text({ min: 1, max: 60 }), { max: 1000 }) }),
});

export const setThresholds = endpoint({
  method: "POST",
  path: "/api/plants/:plant/thresholds",
  does: "Says what counts as ready in a plant.",
  right: "raise",
  params: plant,
  body: object({ oldAfterDays: whole({ min: 1, max: 5000 }), spareNeeded: yesNo }),
});

export const proposeTag = endpoint({
  method: "GET",
  path: "/api/plants/:plant/areas/:area/next-tag",
  does: "Proposes a tag for a new position of an area; empty where nothing can be proposed.",
  right: "see",
  params: object({ plant: name, area: name }),
  answer: object({ tag: text() }),
});

export const positionsFile = endpoint({
  method: "GET",
  path: "/api/plants/:plant/positions-file/:format",
  does: "The list of positions as a file, as it can be taken in again.",
  right: "see",
  params: object({ plant: name, format: oneOf(["csv", "xlsx"]) }),
  sends: "file",
});

export const takePositions = endpoint({
  method: "POST",
  path: "/api/plants/:plant/positions-file",
  does: "Looks through a list of positions; with `keep` it takes what fits.",
  right: "arrange",
  params: plant,
  query: object({ name: text({ min: 1, max: 200 }), keep: optional(yesNo) }),
  takes: { file: true, most: 4 * 1024 * 1024 },
  answer: list(
    object({
      line: whole(),
      tag: text(),
      verdict: oneOf(["new", "changed", "same", "wrong"]),
      says: list(text()),
    }),
  ),
  troubles: ["bad-file", "too-large", "changed-meanwhile"],
});
export type ListLineView = Of<typeof takePositions.answer>[number];
