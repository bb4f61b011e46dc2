import Joi from "joi";
import { list, object, oneOf, optional, shapeOf, text, whole, yesNo, type Of } from "@/core/shape";
import { endpoint, name } from "../endpoint";
import { PLANT_ROLES } from "../rights";

const position = object({ plant: name, tag: name });
const recordHead = object({
  number: whole(),
  uid: text(),
  takenAt: text(),
  /** Whether it is known when it was taken: a file need not say, and then it is when the file was brought in. */
  dated: yesNo,
  takenBy: text(),
  origin: text(),
  serial: text(),
  rating: text(),
  firmware: text(),
  definition: text(),
  version: text(),
  hashAll: text(),
  hashSettings: text(),
  present: whole(),
  expected: whole(),
  standing: yesNo,
  labels: list(text()),
});
export type RecordHead = Of<typeof recordHead>;

export const listPlants = endpoint({
  method: "GET",
  path: "/api/plants",
  does: "The plants that the one who asks may see.",
  right: "see",
  answer: list(object({ slug: text(), name: text() })),
});

export const listRecords = endpoint({
  method: "GET",
  path: "/api/plants/:plant/positions/:tag/records",
  does: "The records of a position, newest first, without their values.",
  right: "see",
  params: position,
  answer: list(recordHead),
});

export const recordValues = endpoint({
  method: "GET",
  path: "/api/plants/:plant/positions/:tag/records/:record",
  does: "A record with its values: as the drive gave them, and in words.",
  right: "see",
  params: object({ plant: name, tag: name, record: whole({ min: 1, max: 2 ** 31 - 1 }) }),
  answer: object({
    record: recordHead,
    values: list(
      object({
        code: text(),
        name: text(),
        group: text(),
        /** As the drive gave it: a number, or text for what a number would round. */
        raw: shapeOf<string | number>(() => Joi.alternatives(Joi.number().unsafe(), Joi.string().allow(""))),
        text: text(),
        unit: optional(text()),
      }),
    ),
  }),
});

export const listReceipts = endpoint({
  method: "GET",
  path: "/api/plants/:plant/positions/:tag/receipts",
  does: "The receipts of a position, newest first: what was restored, by whom, onto which drive, and how it ended.",
  right: "see",
  params: position,
  answer: list(
    object({ id: whole(), at: text(), by: text(), content: shapeOf<object>(() => Joi.object().unknown()) }),
  ),
});

export const listFamilies = endpoint({
  method: "GET",
  path: "/api/families",
  does: "The families whose definitions are here.",
  right: "see",
  answer: list(object({ id: text(), title: text(), version: text() })),
});

export const document = endpoint({
  method: "GET",
  path: "/api/openapi",
  does: "This description itself, as OpenAPI 3.1.",
  right: "see",
  sends: "file",
});

export const makeToken = endpoint({
  method: "POST",
  path: "/api/tokens",
  does: "Makes a token for another program: it may in one plant what its role may, until it runs out. Told this once.",
  right: "people",
  body: object({
    name: text({ min: 2, max: 60, pattern: /\S.*\S/, called: "a name" }),
    plant: name,
    role: oneOf(PLANT_ROLES),
    days: whole({ min: 1, max: 366 }),
  }),
  answer: object({ token: text() }),
});

export const revokeToken = endpoint({
  method: "POST",
  path: "/api/tokens/:token/revoke",
  does: "Ends a token at once.",
  right: "people",
  params: object({ token: whole({ min: 1, max: 2 ** 31 - 1 }) }),
});
