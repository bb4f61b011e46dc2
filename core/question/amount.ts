import { readFigure, reduce, unitFactor, type Rational } from "@/core/value";

/** An amount as it was typed, in `unit`; another unit of the same quantity is converted exactly. Undefined for anything else. */
export function amountIn(typed: string, unit: string | undefined): Rational | undefined {
  const read = readFigure(typed);
  if ("reason" in read) return undefined;
  const { figure, rest } = read;
  const factor = rest === "" ? { num: 1n, den: 1n } : unitFactor(rest, unit ?? "");
  return factor && reduce({ num: figure.num * factor.num, den: figure.den * factor.den });
}

/** Below zero when a is less than b, 0 when they are equal. */
export function compareAmounts(a: Rational, b: Rational): number {
  const difference = a.num * b.den - b.num * a.den;
  if (difference === 0n) return 0;
  return difference < 0n ? -1 : 1;
}
