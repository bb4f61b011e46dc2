import { parseRational, reduce, unitFactor, type Rational } from "@/core/value";

const AMOUNT = /^([+-]?[\d.,]+)\s*(\S.*)?$/;

/** An amount as it was typed, in `unit`; a comma serves as decimal sign, another unit of the same quantity is converted exactly. Undefined for anything else. */
export function amountIn(typed: string, unit: string | undefined): Rational | undefined {
  const found = AMOUNT.exec(typed.trim());
  const number = found && parseRational(found[1]!.replace(",", "."));
  if (!number) return undefined;
  const factor = found[2] === undefined ? { num: 1n, den: 1n } : unitFactor(found[2], unit ?? "");
  return factor && reduce({ num: number.num * factor.num, den: number.den * factor.den });
}

/** Below zero when a is less than b, 0 when they are equal. */
export function compareAmounts(a: Rational, b: Rational): number {
  const difference = a.num * b.den - b.num * a.den;
  if (difference === 0n) return 0;
  return difference < 0n ? -1 : 1;
}
