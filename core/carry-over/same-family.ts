import { defaultFor, meantOtherwise } from "@/core/definition";
import { formatLine, NOT_SETTINGS, type Parameter } from "@/core/value";
import type { Account, Said } from "./account";
import { carryValue } from "./carry-value";
import { carryRatedShare, SAME_AMPERES } from "./rated-share";
import { reviewOf } from "./review";

/** Carries over within one family: to another rating, another firmware, or both. Codes stay what they are. */
export function carryWithinFamily(account: Account): void {
  const { source, target } = account;
  const otherwise = new Set(meantOtherwise(target.definition, source.definition, source.values.keys()));
  for (const { code, kind, readOnly } of source.definition.parameters) {
    const from = account.from(code)!;
    const to = account.to(code);
    const raw = account.held(code);
    if (
      !to ||
      raw === undefined ||
      NOT_SETTINGS.has(kind) ||
      readOnly ||
      kind === "safety" ||
      kind === "secret"
    )
      continue;
    if (otherwise.has(code)) {
      account.add([code], [{ code, raw: to.rawDefault }], {
        outcome: "decide",
        asks: "decide",
        reason: `It means something else under version ${target.definition.version} of the definition.`,
      });
      continue;
    }
    if (from.ratingDependent && source.rating !== target.rating && byRating(account, from, to)) continue;
    account.addCarried([code], [to], [carryValue(from, raw, to)], {
      outcome: "taken",
      reason: "",
      ...reviewOf([to]),
    });
  }
}

/** What follows the rating: a share of the rated current stays the same current; a factory value becomes the other rating's. Motor and tuning stay the motor's. */
function byRating(account: Account, from: Parameter, to: Parameter): boolean {
  const { source, target } = account;
  const { code, kind } = from;
  if (kind === "motor" || kind === "tuning") return false;
  const raw = account.held(code)!;
  const said: Said = { outcome: "rating", asks: "look", reason: "" };
  const share = carryRatedShare(account, from, raw, to);
  if (share) {
    account.addCarried([code], [to], [share], { ...said, reason: SAME_AMPERES });
    return true;
  }
  const factory = defaultFor(source.definition, from, source.rating);
  const next = defaultFor(target.definition, to, target.rating);
  if (raw === factory && next !== undefined && next !== raw) {
    account.add([code], [{ code, raw: next }], {
      ...said,
      reason: `It was the factory's value of its rating, and becomes that of the other: ${formatLine(to, next)}.`,
    });
    return true;
  }
  account.addCarried([code], [to], [carryValue(from, raw, to)], {
    ...said,
    outcome: "taken",
    reason: "It depends on the rating, and was set by somebody.",
  });
  return true;
}
