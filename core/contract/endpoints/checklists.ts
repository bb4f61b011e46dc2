import { CHECKLISTS, MOST_LINES } from "@/core/checklist";
import { list, object, oneOf, optional, text, whole, yesNo, type Of } from "@/core/shape";
import { endpoint, name } from "../endpoint";

const position = object({ plant: name, tag: name });
const typed = text({ max: 8000 });

const lists = object({
  beforeOn: list(text()),
  acceptance: list(text()),
  /** Who else holds the drive's values, and which wins at the next power-up; empty where nobody has said. */
  keepers: text(),
  /** Who writes values into the drive by itself, and when; empty where nobody has said. */
  reloads: text(),
  /** Option keys and licences, a line each: what; serial number; last day. */
  licences: list(text()),
  /** Which other positions it runs together with (leader, follower, one bus), in words that name their tags; empty where nobody has said. */
  runsWith: text(),
  /** Which version it is, and whose; absent where nobody has written any. */
  version: optional(whole()),
  byName: optional(text()),
  at: optional(whole()),
});
export type ChecklistsView = Of<typeof lists>;

export const showChecklists = endpoint({
  method: "GET",
  path: "/api/plants/:plant/positions/:tag/checks",
  does: "A position's own lists: what is looked at before switching on, the acceptance before the machine is handed back; and who else holds the drive's values.",
  right: "see",
  params: position,
  answer: lists,
});

export const keepChecklists = endpoint({
  method: "POST",
  path: "/api/plants/:plant/positions/:tag/checks",
  does: "Writes a position's lists anew, a line a row; a line that ends with a colon asks for a value. Former versions stay.",
  right: "arrange",
  params: position,
  body: object({
    beforeOn: typed,
    acceptance: typed,
    keepers: text({ max: 1000 }),
    reloads: optional(text({ max: 500 })),
    licences: optional(typed),
    runsWith: optional(text({ max: 500 })),
    version: optional(whole()),
  }),
  answer: lists,
  troubles: ["changed-meanwhile"],
});

export const compareAfterStart = endpoint({
  method: "POST",
  path: "/api/plants/:plant/receipts/:receipt/after-start",
  does: "What writes values into the drive by itself has started: the drive is read anew and compared with the record of after. What came of it stands beside the receipt, for ever.",
  right: "restore",
  acknowledged: true,
  params: object({ plant: name, receipt: whole({ min: 1, max: 2 ** 31 - 1 }) }),
  body: object({ connection: name }),
  answer: object({ compared: whole(), changed: list(text()), notRead: list(text()) }),
  troubles: ["not-connected", "busy", "not-now"],
});

const tick = object({ text: text({ max: 200 }), done: yesNo, value: optional(text({ max: 200 })) });

export const signChecklist = endpoint({
  method: "POST",
  path: "/api/plants/:plant/receipts/:receipt/checks",
  does: "A named person has gone through one of the position's lists after an operation: each line ticked, with its value, or left out with a reason. It stands beside the receipt, for ever.",
  right: "restore",
  params: object({ plant: name, receipt: whole({ min: 1, max: 2 ** 31 - 1 }) }),
  body: object({
    which: oneOf(CHECKLISTS),
    ticks: list(tick, { max: MOST_LINES + 8 }),
    why: text({ max: 500 }),
  }),
  troubles: ["changed-meanwhile"],
});
