import { list, number, object, oneOf, optional, text, whole, yesNo, type Of } from "@/core/shape";
import { foundDrive, moment } from "./connection";
import { advice, linkSettings } from "./drive";

/** A search for drives on a link, as it goes on. */
export const searchView = object({
  id: text(),
  linkName: text(),
  link: linkSettings,
  /** The addresses that were asked for; lone addresses may have been asked beside them. */
  from: whole(),
  to: whole(),
  byName: text(),
  startedAt: moment,
  phase: oneOf(["looking", "done", "stopped"]),
  /** Ways of speaking, one after another; `marks` has one letter an address, in the order of `units`. */
  passes: list(object({ title: text(), units: list(whole()), marks: text() })),
  /** The way and the address that is asked now. */
  at: optional(object({ pass: whole(), unit: whole() })),
  msLeft: optional(number()),
  found: list(foundDrive),
  advice: list(advice),
  /** It was asked quickly: a slow drive may have been passed over. */
  quick: yesNo,
});
export type SearchView = Of<typeof searchView>;
