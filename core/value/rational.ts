/** Exact fractions for scales. Floating point would round on the way from raw to physical and back. */
export interface Rational {
  num: bigint;
  den: bigint;
}

const DECIMAL = /^([+-])?(\d*)(?:\.(\d*))?(?:e([+-]?\d{1,3}))?$/i;

/** Reads a decimal ("12", "-0.5", "1e-3") or a fraction ("100/16384") exactly; undefined when it is neither. */
export function parseRational(text: string): Rational | undefined {
  const [over, under, ...more] = text.trim().split("/");
  if (over === undefined || more.length > 0) return undefined;
  if (under !== undefined) {
    const a = parseRational(over);
    const b = parseRational(under);
    if (!a || !b || b.num === 0n) return undefined;
    return reduce({ num: a.num * b.den, den: a.den * b.num });
  }
  const match = DECIMAL.exec(over);
  if (!match) return undefined;
  const [, sign, whole = "", fraction = "", exponent = "0"] = match;
  if (whole === "" && fraction === "") return undefined;
  let num = BigInt(whole + fraction);
  let den = 10n ** BigInt(fraction.length);
  const power = BigInt(exponent);
  if (power > 0n) num *= 10n ** power;
  else den *= 10n ** -power;
  return reduce({ num: sign === "-" ? -num : num, den });
}

/** The same fraction in lowest terms with a positive denominator. */
export function reduce({ num, den }: Rational): Rational {
  if (den < 0n) return reduce({ num: -num, den: -den });
  let a = num < 0n ? -num : num;
  let b = den;
  while (b > 0n) [a, b] = [b, a % b];
  return a === 0n ? { num: 0n, den: 1n } : { num: num / a, den: den / a };
}

/** Nearest whole number; halves go away from zero. */
export function roundRational({ num, den }: Rational): bigint {
  const half = den / 2n;
  return num >= 0n ? (num + half) / den : -((-num + half) / den);
}

/** Digits after the point that write the fraction exactly, or undefined when no decimal does (1/3). */
export function exactDecimals({ den }: Rational): number | undefined {
  let twos = 0;
  let fives = 0;
  let rest = den;
  while (rest % 2n === 0n) {
    rest /= 2n;
    twos += 1;
  }
  while (rest % 5n === 0n) {
    rest /= 5n;
    fives += 1;
  }
  return rest === 1n ? Math.max(twos, fives) : undefined;
}

/** Decimal text with exactly `decimals` digits after the point, rounded half away from zero. */
export function toDecimalText({ num, den }: Rational, decimals: number): string {
  const scaled = roundRational({ num: num * 10n ** BigInt(decimals), den });
  const digits = (scaled < 0n ? -scaled : scaled).toString().padStart(decimals + 1, "0");
  const sign = scaled < 0n ? "-" : "";
  return decimals === 0 ? sign + digits : `${sign}${digits.slice(0, -decimals)}.${digits.slice(-decimals)}`;
}

/** The nearest JavaScript number; for charts and differences, never for what is written to a drive. */
export function toNumber({ num, den }: Rational): number {
  return Number(num) / Number(den);
}
