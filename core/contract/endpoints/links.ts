/** Links: tried, known by name, serial ports, searched for drives. */
import { BREADTHS } from "@/core/link";
import { either, list, number, object, oneOf, optional, text, whole, yesNo, type Of } from "@/core/shape";
import { REGISTER_ORDERS } from "@/core/value";
import { endpoint, name } from "../endpoint";
import { advice, linkSettings, rawValue } from "../views/drive";
import { searchView } from "../views/search";

const inPlant = object({ plant: name });
const unit = whole({ min: 0, max: 255 });

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
