import { TERMINAL_KINDS } from "@/core/definition";
import { BREADTHS } from "@/core/link";
import { either, list, number, object, oneOf, optional, text, whole, yesNo, type Of } from "@/core/shape";
import { REGISTER_ORDERS } from "@/core/value";
import { endpoint, name } from "../endpoint";
import { connectionView } from "../views/connection";
import { advice, linkSettings, rawValue } from "../views/drive";
import { searchView } from "../views/search";

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

export const testLink = endpoint({
  method: "POST",
  path: "/api/plants/:plant/links/test",
  does: "Opens a link and asks one address whether somebody is there.",
  right: "connect",
  acknowledged: true,
  params: inPlant,
  body: object({ link: linkSettings, unit }),
  answer: object({ answered: yesNo, ms: number(), advice: list(advice) }),
  troubles: ["busy"],
});

const address = either(
  whole({ min: 0, max: 0xffff }),
  text({ min: 7, max: 7, pattern: /^[0-9A-Fa-f]{4}\.[0-9A-Fa-f]{2}$/, called: "index and sub-index in hex" }),
);

export const peek = endpoint({
  method: "POST",
  path: "/api/plants/:plant/links/peek",
  does: "Looks at single registers or objects of a drive for which a definition is being made.",
  right: "connect",
  acknowledged: true,
  params: inPlant,
  body: object({
    link: linkSettings,
    unit,
    items: list(
      object({ address, type: oneOf(["u16", "u32", "text"]), length: optional(whole({ min: 1, max: 64 })) }),
      { min: 1, max: 12 },
    ),
    readFunction: optional(oneOf([3, 4])),
    wordOrder: optional(oneOf(REGISTER_ORDERS)),
  }),
  answer: list(object({ value: optional(rawValue), refused: optional(text()) })),
  troubles: ["silent", "lost", "busy"],
});
export type PeekItem = Of<typeof peek.body>["items"][number];

const link = object({ plant: name, link: whole({ min: 1, max: 2 ** 31 - 1 }) });

export const renameLink = endpoint({
  method: "POST",
  path: "/api/plants/:plant/links/:link/rename",
  does: "Names a kept link.",
  right: "links",
  params: link,
  body: object({ name: text({ min: 1, max: 80, pattern: /\S/, called: "a name" }) }),
});

export const forgetLink = endpoint({
  method: "POST",
  path: "/api/plants/:plant/links/:link/forget",
  does: "Forgets a kept link that no position needs.",
  right: "links",
  params: link,
  troubles: ["busy"],
});

export const listPorts = endpoint({
  method: "GET",
  path: "/api/serial-ports",
  does: "The serial ports of the computer that the program runs on; one that just appeared is marked.",
  right: "connect",
  answer: list(object({ path: text(), name: text(), serialNumber: optional(text()), justAppeared: yesNo })),
});
export type SerialPortView = Of<typeof listPorts.answer>[number];

export const startSearch = endpoint({
  method: "POST",
  path: "/api/plants/:plant/searches",
  does: "Begins to look for drives on a link; how it goes on comes with the events.",
  right: "connect",
  acknowledged: true,
  params: inPlant,
  body: object({
    link: linkSettings,
    from: whole({ min: 1, max: 255 }),
    to: whole({ min: 1, max: 255 }),
    breadth: oneOf(BREADTHS),
    patient: yesNo,
  }),
  answer: searchView,
  troubles: ["busy"],
});

const search = object({ plant: name, search: name });

export const stopSearch = endpoint({
  method: "POST",
  path: "/api/plants/:plant/searches/:search/stop",
  does: "Stops a search; what it found stays.",
  right: "connect",
  params: search,
});

export const forgetSearch = endpoint({
  method: "POST",
  path: "/api/plants/:plant/searches/:search/forget",
  does: "Takes an ended search off the page; what it found stays.",
  right: "connect",
  params: search,
  troubles: ["not-now"],
});

export const acknowledge = endpoint({
  method: "POST",
  path: "/api/acknowledgement",
  does: "A named person acknowledges the warning before live work, once in each sign-in.",
  right: "see",
});
