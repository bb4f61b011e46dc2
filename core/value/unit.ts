import { parseRational, reduce, type Rational } from "./rational";

/** Units that may be typed for one another, as exact factors to the first of each line. */
const DIMENSIONS: ReadonlyArray<Readonly<Record<string, string>>> = [
  { s: "1", ms: "1/1000", µs: "1/1000000", min: "60", h: "3600" },
  { Hz: "1", kHz: "1000" },
  { A: "1", mA: "1/1000" },
  { V: "1", mV: "1/1000", kV: "1000" },
  { W: "1", kW: "1000" },
  { Ω: "1", mΩ: "1/1000", kΩ: "1000", ohm: "1" },
  { H: "1", mH: "1/1000" },
  { rpm: "1", "1/min": "1" },
  { "kg·m²": "1", "kgm²": "1", "kg·cm²": "1/10000" },
  { kWh: "1", Wh: "1/1000" },
  { bit: "1" },
];

/**
 * The factor that turns a number in one unit into another, exactly (ms -> s is 1/1000).
 * Undefined when the two do not measure the same quantity.
 */
export function unitFactor(from: string, to: string): Rational | undefined {
  if (from === to) return { num: 1n, den: 1n };
  for (const units of DIMENSIONS) {
    const a = lookUp(units, from);
    const b = lookUp(units, to);
    if (a && b) return reduce({ num: a.num * b.den, den: a.den * b.num });
  }
  return undefined;
}

function lookUp(units: Readonly<Record<string, string>>, unit: string): Rational | undefined {
  const exact = units[unit];
  if (exact !== undefined) return parseRational(exact);
  // Typed in a hurry: "KHZ" and "khz" mean kHz, but "MS" must not become something else.
  const near = Object.keys(units).filter((each) => each.toLowerCase() === unit.toLowerCase());
  return near.length === 1 ? parseRational(units[near[0]!]!) : undefined;
}
