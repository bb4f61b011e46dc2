import { reduce, type Parameter, type Rational, type RawValue } from "@/core/value";
import type { Account, Side } from "./account";
import { carryValue, type Carried } from "./carry-value";

export const SAME_AMPERES = "A share of the drive's rated current: so many amperes stay as they were.";

/**
 * A share (per cent) that depends on the rating is a share of the drive's rated current: on another rating the same current is another share. Undefined where it is none, where the
 * ratings' currents are alike, or where one is not told.
 */
export function carryRatedShare(
  { source, target }: Pick<Account, "source" | "target">,
  from: Parameter,
  raw: RawValue,
  to: Parameter,
): Carried | undefined {
  if (!from.ratingDependent || from.unit !== "%" || to.unit !== "%") return undefined;
  const [there, here] = [currentOf(source), currentOf(target)];
  if (!there || !here || there === here) return undefined;
  const share: Rational = reduce({ num: there, den: here });
  const carried = carryValue(from, raw, to, share);
  // It falls between two steps by nature: that alone needs no decision.
  return carried.kind === "nearest" && carried.by === "step" ? { kind: "same", raw: carried.raw } : carried;
}

/** The rated current of a rating in mA; undefined where it is not told. */
function currentOf({ definition, rating }: Side): bigint | undefined {
  const current = rating === undefined ? undefined : definition.ratings.get(rating)?.currentA;
  return current === undefined ? undefined : BigInt(Math.round(current * 1000));
}
