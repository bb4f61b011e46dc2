import { parseRational, type Rational } from "./rational";

const SIGNS = /^[−–﹣]/;
/** Digits in threes, with one and the same sign between them that stands for nothing else. */
const IN_THREES = /^([-+]?)(\d{1,3})([ \u00a0\u2009\u202f'’])(\d{3}(?:\3\d{3})*)(?!\d)/;
const FIGURE = /^([-+]?[\d.,]+(?:e[-+]?\d+)?)\s*(.*)$/is;

/**
 * A figure as people type it and other programs print it, and what stands behind it: point or comma before the decimals, a hyphen or a minus sign, spaces or
 * apostrophes between the thousands ("−1 500,5 rpm"). Gives the reason, in words, where it is none or may be read in two ways.
 */
export function readFigure(typed: string): { figure: Rational; rest: string } | { reason: string } {
  const text = typed.trim();
  const plain = text
    .replace(SIGNS, "-")
    .replace(
      IN_THREES,
      (_, sign: string, first: string, between: string, more: string) =>
        sign + first + more.replaceAll(between, ""),
    );
  const [, digits = "", rest = ""] = FIGURE.exec(plain) ?? [];
  if ((digits.match(/[.,]/g) ?? []).length > 1 && /^[-+]?\d+([.,]\d+)+$/.test(digits))
    return {
      reason: `"${text}" has more than one point or comma. Type it with none between the thousands: 1500.5.`,
    };
  const figure = parseRational(digits.replace(",", "."));
  return figure ? { figure, rest: rest.trim() } : { reason: `"${text}" is not a number.` };
}
