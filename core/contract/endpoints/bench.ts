import { TERMINAL_KINDS } from "@/core/definition";
import { list, number, object, oneOf, optional, text, whole, yesNo, type Of } from "@/core/shape";
import { endpoint, name } from "../endpoint";
import { connectionView } from "../views/connection";
import { linkSettings, rawValue } from "../views/drive";

const inPlant = object({ plant: name });
const unit = whole({ min: 0, max: 255 });

export const connect = endpoint({
  method: "POST",
  path: "/api/plants/:plant/connections",
  does: "Connects to a drive and begins to read it.",
  right: "connect",
  acknowledged: true,
  params: inPlant,
  body: object({
    link: linkSettings,
    unit,
    /** Id of a definition that a person chose for a drive that none fits. */
    as: optional(text({ min: 1, max: 100 })),
  }),
  answer: connectionView,
  troubles: ["silent", "lost", "rubbish", "refused", "unknown-drive", "other-drive", "busy", "no-definition"],
});

const connection = object({ plant: name, connection: name });

/** A part of a drive; what is not named is not narrowed. The drive as a whole is axis 0, what no set holds is set 0. */
const scope = object({
  groups: optional(list(text({ max: 80 }), { min: 1, max: 200 })),
  axes: optional(list(whole({ min: 0, max: 127 }), { min: 1, max: 128 })),
  sets: optional(list(whole({ min: 0, max: 127 }), { min: 1, max: 128 })),
  options: optional(yesNo),
});

export const readAgain = endpoint({
  method: "POST",
  path: "/api/plants/:plant/connections/:connection/read",
  does: "Reads a connected drive anew, all of it or a part, or goes on where a stopped reading ended.",
  right: "connect",
  acknowledged: true,
  params: connection,
  /** Asked first, and then agreed to: reading disturbs it. With a scope only that part is read. */
  body: object({ although: optional(yesNo), scope: optional(scope) }),
  troubles: ["not-connected", "busy", "ask-first"],
});

const codedText = object({ code: text(), name: text(), text: text() });
/** One terminal with its function and its state. */
const terminal = object({
  name: text(),
  kind: oneOf(TERMINAL_KINDS),
  does: optional(codedText),
  state: optional(codedText),
  amount: optional(text()),
  settings: list(codedText),
});
export type TerminalView = Of<typeof terminal>;

export const valuesNow = endpoint({
  method: "GET",
  path: "/api/plants/:plant/connections/:connection/now",
  does: "Values that a connected drive changes by itself, as they are now; settings are left out. They wait for everything more important on the line.",
  right: "connect",
  acknowledged: true,
  params: connection,
  /** Codes with a comma between. */
  query: object({ codes: text({ min: 1, max: 4000 }) }),
  answer: object({
    at: whole(),
    /** How long the line took: whoever asks again waits several times as long. */
    ms: number(),
    values: list(object({ code: text(), raw: rawValue, text: text(), unit: text(), meaning: text() })),
  }),
  troubles: ["not-connected", "ask-first"],
});

export const terminalsNow = endpoint({
  method: "GET",
  path: "/api/plants/:plant/connections/:connection/terminals",
  does: "The terminals of a connected drive, with their state now.",
  right: "connect",
  acknowledged: true,
  params: connection,
  answer: object({ at: whole(), ms: number(), terminals: list(terminal) }),
  troubles: ["not-connected", "ask-first"],
});

export const stopReading = endpoint({
  method: "POST",
  path: "/api/plants/:plant/connections/:connection/stop",
  does: "Stops the reading under way; whole groups are kept.",
  right: "connect",
  params: connection,
  troubles: ["not-connected"],
});

export const keepProgram = endpoint({
  method: "POST",
  path: "/api/plants/:plant/connections/:connection/program",
  does: "Reads the drive's own program back, where it allows that, and keeps its file with the position. Nothing is written.",
  right: "record",
  acknowledged: true,
  params: connection,
  answer: object({ attachment: whole(), name: text() }),
  troubles: ["not-connected", "not-now", "refused"],
});

export const compareCard = endpoint({
  method: "POST",
  path: "/api/plants/:plant/connections/:connection/card",
  does: "Reads the memory card of a connected drive and compares it, setting by setting, with what was read of the drive. Nothing is written.",
  right: "connect",
  acknowledged: true,
  params: connection,
  answer: object({
    compared: whole(),
    otherwise: list(object({ code: text(), name: text(), card: text(), drive: text() })),
    notCompared: whole(),
    foreign: whole(),
  }),
  troubles: ["not-connected", "not-now", "refused", "bad-file"],
});

export const letGo = endpoint({
  method: "POST",
  path: "/api/plants/:plant/connections/:connection/let-go",
  does: "Lets go of a connected drive.",
  right: "connect",
  params: connection,
  /** Asked first, and then agreed to: another person's drive, or one that is being restored. */
  body: object({ although: optional(yesNo) }),
  troubles: ["not-connected", "ask-first"],
});

export const noteWay = endpoint({
  method: "POST",
  path: "/api/plants/:plant/connections/:connection/way",
  does: "Notes the way by which a connected drive answers now with its position, in place of the one noted before.",
  right: "record",
  params: connection,
  troubles: ["not-connected", "not-now"],
});

export const placeDrive = endpoint({
  method: "POST",
  path: "/api/plants/:plant/connections/:connection/place",
  does: "Says at which position a connected drive stands.",
  right: "connect",
  params: connection,
  /** Asked first, and then agreed to: the drive does not seem to belong there. */
  body: object({ tag: name, although: optional(yesNo) }),
  troubles: ["not-connected", "ask-first"],
});

export const keepRecord = endpoint({
  method: "POST",
  path: "/api/plants/:plant/connections/:connection/record",
  does: "Keeps the reading of a connected drive as a record of a position, without a second read.",
  right: "record",
  params: connection,
  /** With a scope only that part of what was read is kept, as a partial record. */
  body: object({ tag: name, although: optional(yesNo), scope: optional(scope) }),
  /** `unchanged`: the settings are those of that record already, and nothing was added. */
  answer: object({
    unchanged: yesNo,
    number: whole(),
    /** What is otherwise than in the record before. */
    since: optional(object({ number: whole(), changed: list(text()) })),
  }),
  troubles: ["not-connected", "not-now", "no-definition", "ask-first"],
});

export const acknowledge = endpoint({
  method: "POST",
  path: "/api/acknowledgement",
  does: "A named person acknowledges the warning before live work, once in each sign-in.",
  right: "see",
});

export * from "./links";
