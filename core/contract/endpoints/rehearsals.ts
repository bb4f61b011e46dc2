import { object, optional, whole } from "@/core/shape";
import { endpoint, name } from "../endpoint";

const id = whole({ min: 1, max: 2 ** 31 - 1 });

export const rehearse = endpoint({
  method: "POST",
  path: "/api/plants/:plant/positions/:tag/rehearsals",
  does: "Rehearses a restore against a stand-in in memory: one that waits to be looked through, a record onto a drive straight from the factory, or a draft likewise. Nothing is done to a drive.",
  right: "draft",
  params: object({ plant: name, tag: name }),
  /** One of the three. */
  body: object({ restore: optional(id), record: optional(whole({ min: 1 })), draft: optional(id) }),
  answer: object({ id: whole() }),
  troubles: ["not-now", "no-definition"],
});
