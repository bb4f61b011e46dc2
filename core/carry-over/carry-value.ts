import {
  cannotHold,
  checkRange,
  emptyRaw,
  floatOf,
  floatRaw,
  formatLine,
  isBits,
  isFloat,
  isText,
  isWide,
  physicalRational,
  rawBounds,
  reduce,
  roundRational,
  unitFactor,
  type Parameter,
  type Rational,
  type RawValue,
} from "@/core/value";

/** What a value becomes in another parameter: exactly, the nearest that the other allows, or nothing. */
export type Carried =
  | { kind: "same"; raw: RawValue }
  /** `by`: it is out of the range there, or lies between two of its steps. */
  | { kind: "nearest"; raw: RawValue; by: "range" | "step"; why: string }
  | { kind: "cannot"; why: string };

/**
 * Carries a value over to another parameter by what it means: physical values survive exactly, units are converted, a text stays a text. What the other does not
 * allow (range, step, length) becomes the nearest that it does, and says so. `factor` is multiplied in: a share that is an amount there.
 */
export function carryValue(from: Parameter, raw: RawValue, to: Parameter, factor?: Rational): Carried {
  if (isText(from.type) !== isText(to.type))
    return { kind: "cannot", why: "One is a text, the other a number." };
  if (isText(to.type)) return carryText(String(raw), to);
  if (isBits(from.type) !== isBits(to.type))
    return { kind: "cannot", why: "One is a pattern of bits, the other a number." };
  if (isBits(to.type)) return carryBits(from, Number(raw), to);
  if (isFloat(from.type) && isFloat(to.type) && !factor && from.unit === to.unit)
    return within(to, floatRaw(to.type, floatOf(from.type, raw)));
  const physical = physicalRational(from, raw);
  // A share times an amount is in the amount's unit, whatever the share is called in.
  const unit = factor ? { num: 1n, den: 1n } : unitFactor(from.unit ?? "", to.unit ?? "");
  if (!physical) return { kind: "cannot", why: `${formatLine(from, raw)} is not a number.` };
  if (!unit)
    return {
      kind: "cannot",
      why: `One is in ${from.unit ?? "no unit"}, the other in ${to.unit ?? "no unit"}.`,
    };
  const all = [physical, unit, factor ?? { num: 1n, den: 1n }];
  const meant = reduce({
    num: all.reduce((product, each) => product * each.num, 1n),
    den: all.reduce((product, each) => product * each.den, 1n),
  });
  return fromPhysical(to, meant);
}

/** An exact physical value as a parameter holds it, or the nearest that it can. */
export function fromPhysical(to: Parameter, { num, den }: Rational): Carried {
  if (isFloat(to.type)) return within(to, floatRaw(to.type, Number(num) / Number(den)));
  const exact = reduce({ num: num * to.scale.den, den: den * to.scale.num });
  const rounded = roundRational(exact);
  const bounds = rawBounds(to.type)!;
  const held = atLeast(bounds.min, atMost(bounds.max, rounded));
  const raw = isWide(to.type) ? held.toString() : Number(held);
  const there = within(to, raw);
  if (there.kind !== "same") return there;
  if (held !== rounded) return { kind: "nearest", raw, by: "range", why: cannotHold(to, rounded) };
  if (exact.den !== 1n)
    return {
      kind: "nearest",
      raw,
      by: "step",
      why: `${to.code} goes in coarser steps: ${formatLine(to, raw)}.`,
    };
  return there;
}

/** A pattern of bits stays what it is as long as every bit that is set means the same there. */
function carryBits(from: Parameter, raw: number, to: Parameter): Carried {
  const set = (from.bits ?? []).filter(({ bit }) => Math.floor(raw / 2 ** bit) % 2 === 1);
  for (const { bit, text } of set) {
    const there = to.bits?.find((each) => each.bit === bit);
    if (to.bits && there?.text !== text)
      return {
        kind: "cannot",
        why: `Bit ${bit}, which is set, means “${text}” here and ${there ? `“${there.text}”` : "nothing"} there.`,
      };
  }
  return within(to, raw);
}

function carryText(text: string, to: Parameter): Carried {
  const most = to.length;
  return text.length <= most
    ? { kind: "same", raw: text }
    : { kind: "nearest", raw: text.slice(0, most), by: "range", why: `${to.code} holds ${most} characters.` };
}

/** A raw value within the range and the steps of a parameter, or the nearest there. */
function within(to: Parameter, raw: RawValue): Carried {
  const outside = checkRange(to, raw);
  if (outside === undefined) return { kind: "same", raw };
  if (to.choices || isBits(to.type)) return { kind: "cannot", why: outside };
  return { kind: "nearest", raw: nearest(to, raw), by: "range", why: outside };
}

function nearest(to: Parameter, raw: RawValue): RawValue {
  const { type, rawMin, rawMax, rawStep } = to;
  const measure = (each: RawValue): number => (isFloat(type) ? floatOf(type, each) : Number(each));
  const value = measure(raw);
  if (Number.isNaN(value)) return rawMin ?? to.rawDefault ?? emptyRaw(type);
  if (rawMin !== undefined && value < measure(rawMin)) return rawMin;
  if (rawMax !== undefined && value > measure(rawMax)) return rawMax;
  if (rawStep === undefined || rawStep <= 1) return raw;
  const from = rawMin ?? 0;
  const stepped = from + Math.round((value - from) / rawStep) * rawStep;
  return rawMax !== undefined && stepped > rawMax ? stepped - rawStep : stepped;
}

const atLeast = (least: bigint, value: bigint): bigint => (value < least ? least : value);
const atMost = (most: bigint, value: bigint): bigint => (value > most ? most : value);
