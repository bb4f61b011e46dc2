import { mappedCode, quantityOf, QUANTITIES, type Definition, type Quantity } from "@/core/definition";
import { parameterAt, readQuantity, type Place, type QuantityValue } from "@/core/quantity";
import { NOT_SETTINGS, reduce, unitFactor, type Parameter } from "@/core/value";
import type { Account } from "./account";
import { fromPhysical, type Carried } from "./carry-value";
import { pairPlaces, placeWords, type PlacePair } from "./pair-places";
import { reviewOf } from "./review";

/**
 * Carries over between two families that nobody has mapped, by what both say of their common quantities. All of it is looked at by a person: that two parameters are the
 * same quantity says nothing of what else they do. Axes and sets go to those of the same number.
 */
export function carryByQuantity(account: Account): void {
  for (const pair of pairPlaces(account.source.definition, account.target.definition))
    for (const quantity of QUANTITIES) carryOne(account, quantity, pair);
}

function carryOne(account: Account, quantity: Quantity, pair: PlacePair): void {
  const { source, target } = account;
  const read = readQuantity(source.definition, source.values, quantity, pair.from);
  if (read.state !== "value" && read.state !== "own-only") return;
  const to = targetOf(target.definition, quantity, pair.to);
  const made = to && account.to(to.code);
  if (!made || account.hasFrom(read.code) || account.hasTo(made.code)) return;
  if ([made, account.from(read.code)!].some((each) => NOT_SETTINGS.has(each.kind) || each.readOnly)) return;
  account.addCarried([read.code], [made], [carry(account, quantity, read, made)], {
    outcome: read.state === "value" && read.word !== undefined ? "choice" : "scaled",
    reason: `Both are their family's “${quantityOf(quantity).title}”${whichPlace(account, pair)}.`,
    asks: "look",
    review: reviewOf([made]).review,
  });
}

/** From where to where, unless neither side has several of it. */
function whichPlace({ source, target }: Account, { from, to }: PlacePair): string {
  const [here, there] = [placeWords(from, source.definition), placeWords(to, target.definition)];
  if (here === there) return here && `, ${here}`;
  return `, ${here || "the only one there is"} to ${there || "the only one there is"}`;
}

function targetOf(definition: Definition, quantity: Quantity, place: Place): Parameter | undefined {
  const code = mappedCode(definition.file.quantities?.[quantity]);
  return code === undefined ? undefined : parameterAt(definition, code, place);
}

function carry(
  { source, target }: Account,
  quantity: Quantity,
  read: Extract<QuantityValue, { state: "value" | "own-only" }>,
  to: Parameter,
): Carried {
  const spec = target.definition.file.quantities![quantity]!;
  if (read.state === "own-only")
    return { kind: "cannot", why: `What ${read.code} = ${read.own} means in common words is not told.` };
  const theirs = typeof spec === "object" && "code" in spec ? spec : undefined;
  if (read.of !== theirs?.of)
    return {
      kind: "cannot",
      why: `One is a share or a time of ${read.of ?? "what is not told"}, the other of ${theirs?.of ?? "what is not told"}.`,
    };
  if (read.word !== undefined) {
    const choices = Object.entries(theirs?.choices ?? {}).filter(([, word]) => word === read.word);
    return choices.length === 1
      ? { kind: "same", raw: Number(choices[0]![0]) }
      : {
          kind: "cannot",
          why:
            choices.length === 0
              ? `“${read.text}” has no counterpart.`
              : `“${read.text}” can be several there.`,
        };
  }
  const factor = unitFactor(quantityOf(quantity).unit ?? "", to.unit ?? "");
  if (!read.amount || !factor || theirs?.polePairs !== undefined)
    return {
      kind: "cannot",
      why: `${source.definition.title} and ${target.definition.title} count it in other units.`,
    };
  return fromPhysical(to, reduce({ num: read.amount.num * factor.num, den: read.amount.den * factor.den }));
}
