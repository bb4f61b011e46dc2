import Joi from "joi";
import type { ModbusLink, Sign } from "@/core/definition";
import { FIELDS, LARGEST_TEXT, type Field, type Mapping } from "@/core/format";
import {
  either,
  list,
  object,
  oneOf,
  optional,
  shapeOf,
  text,
  whole,
  yesNo,
  type Of,
  type Optional,
  type Shape,
} from "@/core/shape";
import { endpoint, name } from "../endpoint";
import { sheet } from "../views/sheet";

export const familyFile = endpoint({
  method: "GET",
  path: "/api/families/:family",
  does: "A definition as a file, in the version that holds now.",
  right: "see",
  params: object({ family: name }),
  sends: "file",
});

const version = text({ min: 1, max: 20, pattern: /^\d+(\.\d+)*$/, called: "a firmware version as 3.10" });
const address = either(
  whole({ min: 0, max: 0xffff }),
  text({ min: 7, max: 7, pattern: /^[0-9A-Fa-f]{4}\.[0-9A-Fa-f]{2}$/, called: "index and sub-index in hex" }),
);
/** A text that a person has to fill in; an empty one is said by its name. */
const filled = (what: string): Shape<string> =>
  shapeOf(() =>
    Joi.string()
      .trim()
      .min(1)
      .max(60)
      .messages({ "string.empty": `the ${what} is not filled in` }),
  );

const sign = shapeOf<Sign>(() =>
  Joi.object({
    address: address.joi.required(),
    bit: Joi.number().integer().min(0).max(31),
    equals: Joi.number().integer().min(0).max(0xffffffff),
    inverted: Joi.boolean(),
  }).xor("bit", "equals"),
);

const about = object({
  vendor: filled("vendor"),
  family: filled("family"),
  about: text({ max: 400 }),
  firmwareFrom: version,
  supply: text({ max: 40 }),
  identity: list(
    object({
      field: oneOf(["family", "rating", "firmware", "serial", "power-part", "axes"]),
      address,
      type: oneOf(["u16", "u32", "text"]),
      length: optional(whole({ min: 1, max: 64 })),
      equals: optional(whole({ min: 0, max: 0xffffffff })),
      minorSteps: optional(whole({ min: 2 })),
    }),
    { max: 12 },
  ),
  signs: optional(
    object({
      running: optional(sign),
      runCommand: optional(sign),
      tripped: optional(sign),
      volatile: optional(sign),
    }),
  ),
  permission: optional(
    object({
      given: sign,
      howTo: filled("way to give the write permission"),
      withoutIt: oneOf(["refuses", "trips"]),
    }),
  ),
  asksNoPermission: optional(yesNo),
});

const columns = Object.fromEntries(FIELDS.map((each) => [each, optional(whole({ min: 0 }))])) as Record<
  Field,
  Optional<number>
>;
const mapping = object(columns) as Shape<Mapping>;

/** What a person chose on the page of an import. The definition that comes of it is validated once more as a whole. */
export const importChoices = object({
  about: optional(about),
  /** For a list. */
  sheet: optional(whole({ min: 0 })),
  list: optional(
    object({
      mapping,
      headRow: whole({ min: 0 }),
      base: oneOf([0, 1]),
      numbering: optional(oneOf(["plain", "listed"])),
      radix: optional(oneOf([10, 16])),
      limits: optional(oneOf(["physical", "raw"])),
    }),
  ),
  /** Looked through with the definition. */
  modbus: optional(shapeOf<ModbusLink>(() => Joi.object().unknown())),
  /** For a data sheet: the usual node address. */
  node: optional(whole({ min: 1, max: 127 })),
});
export type ImportChoices = Of<typeof importChoices>;

const guess = shapeOf<ImportChoices>(() => Joi.object().unknown());

export const openImport = endpoint({
  method: "POST",
  path: "/api/imports",
  does: "Takes a file in that is to become a definition: an electronic data sheet, a register list, or our own format.",
  right: "define",
  query: object({ name: text({ min: 1, max: 200 }) }),
  takes: { file: true, most: LARGEST_TEXT },
  answer: object({
    id: text(),
    name: text(),
    kind: oneOf(["definition", "eds", "list"]),
    encoding: text(),
    guess,
    sheets: list(
      object({
        name: text(),
        rowCount: whole(),
        head: list(object({ line: whole(), cells: list(text()) })),
        headRow: whole(),
        mapping,
      }),
    ),
  }),
  troubles: ["bad-file", "too-large"],
});
export type UploadView = Of<typeof openImport.answer>;

export const lineNote = object({
  line: whole(),
  verdict: oneOf(["left-out", "changed", "note"]),
  what: text(),
  reason: text(),
  remedy: text(),
});

const imported = object({ import: name });

export const previewImport = endpoint({
  method: "POST",
  path: "/api/imports/:import/preview",
  does: "Shows what a file would become, without keeping it.",
  right: "define",
  params: imported,
  body: importChoices,
  answer: object({
    title: text(),
    version: text(),
    taken: whole(),
    /** What is here under this id already; `same` when nothing would change. */
    before: optional(object({ version: text(), shipped: yesNo, same: yesNo })),
    notes: list(lineNote),
    noteCount: whole(),
    /** How many of them leave a line out. */
    leftOut: whole(),
    sheet,
  }),
  troubles: ["bad-file", "not-now"],
});
export type PreviewView = Of<typeof previewImport.answer>;

export const keepImport = endpoint({
  method: "POST",
  path: "/api/imports/:import/keep",
  does: "Keeps a definition as the next version of its family.",
  right: "define",
  params: imported,
  body: importChoices,
  answer: object({ id: text(), version: text(), same: yesNo }),
  troubles: ["bad-file", "not-now", "busy"],
});
