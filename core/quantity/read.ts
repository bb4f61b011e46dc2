import { quantityOf, type Definition, type Quantity } from "@/core/definition";
import {
  exactDecimals,
  formatLine,
  physicalRational,
  reduce,
  toDecimalText,
  unitFactor,
  type Parameter,
  type Rational,
  type ByCode,
} from "@/core/value";

/** A common quantity as one set of values has it. */
export type QuantityValue =
  | {
      state: "value";
      code: string;
      /** As the drive has it, with its own unit and words. */
      own: string;
      /** In the quantity's unit or words. */
      text: string;
      amount?: Rational;
      word?: string;
      /** What it is a share of, or from where to where, when the definition tells it. */
      of?: string;
    }
  /** It is there, and nobody said what it means in common words. */
  | { state: "own-only"; code: string; own: string }
  /** The definition says that the family has nothing of the kind. */
  | { state: "none"; why: string }
  /** The definition says nothing. */
  | { state: "not-told" }
  /** The definition knows where, and these values do not have it. */
  | { state: "not-held"; code: string };

/** One axis and one set of a drive; 0 where there is none. */
export interface Place {
  axis: number;
  set: number;
}

/** The axes and sets that a quantity can be looked up in: each that the fitting has, or the drive as a whole. */
export function placesOf(definition: Definition): Place[] {
  const axes = definition.axes.length > 0 ? definition.axes : [0];
  const sets = definition.file.sets
    ? Array.from({ length: definition.file.sets.count }, (_, i) => i + 1)
    : [0];
  return axes.flatMap((axis) => sets.map((set) => ({ axis, set })));
}

/**
 * A common quantity, from the values of one drive under its definition: the family's code found, its unit converted exactly, its choice put into the
 * quantity's words. `place` says of which axis and set; what is the same for all of them is found with any.
 */
export function readQuantity(
  definition: Definition,
  values: ByCode,
  quantity: Quantity,
  place: Place,
): QuantityValue {
  const spec = definition.file.quantities?.[quantity];
  if (spec === undefined) return { state: "not-told" };
  if (typeof spec === "object" && "none" in spec) return { state: "none", why: spec.none };
  const mapped = typeof spec === "string" ? { code: spec } : spec;
  const parameter = parameterAt(definition, mapped.code, place);
  const raw = parameter && values.get(parameter.code);
  if (!parameter || raw === undefined) return { state: "not-held", code: parameter?.code ?? mapped.code };
  const { code } = parameter;
  const own = formatLine(parameter, raw);
  const { unit, words } = quantityOf(quantity);
  if (words) {
    const word = mapped.choices?.[String(raw)] ?? mapped.otherwise;
    return word === undefined
      ? { state: "own-only", code, own }
      : { state: "value", code, own, text: words[word] ?? word, word, of: mapped.of };
  }
  const there = physicalRational(parameter, raw);
  const amount = there && converted(there, parameter.unit ?? "", unit ?? "", pairs());
  if (!amount) return { state: "own-only", code, own };
  return { state: "value", code, own, text: amountText(amount, unit), amount, of: mapped.of };

  function pairs(): Rational | undefined {
    if (mapped.polePairs === undefined) return { num: 1n, den: 1n };
    const holder = parameterAt(definition, mapped.polePairs, place);
    const found = holder && values.get(holder.code);
    const number = holder && found !== undefined ? physicalRational(holder, found) : undefined;
    // Synchronous speed: 60 times the frequency over the pole pairs.
    return number && number.num > 0n ? reduce({ num: 60n * number.den, den: number.num }) : undefined;
  }
}

/** Parameters by their code without axis and set, in the definition's order. */
const byBase = new WeakMap<Definition, ReadonlyMap<string, Parameter[]>>();

function parametersOf(definition: Definition, base: string): readonly Parameter[] {
  let known = byBase.get(definition);
  if (!known) {
    const made = new Map<string, Parameter[]>();
    for (const each of definition.parameters) {
      const same = made.get(each.base);
      if (same) same.push(each);
      else made.set(each.base, [each]);
    }
    byBase.set(definition, (known = made));
  }
  return known.get(base) ?? [];
}

/** The parameter of a code at an axis and set: its own there, or the one that all of them share. */
export function parameterAt(definition: Definition, base: string, place: Place): Parameter | undefined {
  return parametersOf(definition, base).find(
    (each) =>
      (each.axis === 0 || place.axis === 0 || each.axis === place.axis) &&
      (each.set === 0 || place.set === 0 || each.set === place.set),
  );
}

/** With `speed`, a frequency becomes a speed: what one hertz is in turns a minute. */
function converted(
  { num, den }: Rational,
  from: string,
  to: string,
  speed: Rational | undefined,
): Rational | undefined {
  if (!speed) return undefined;
  const factor = from === "Hz" && to === "rpm" ? { num: 1n, den: 1n } : unitFactor(from, to);
  if (!factor) return undefined;
  return reduce({ num: num * factor.num * speed.num, den: den * factor.den * speed.den });
}

/** An amount with its unit: exactly where a short decimal is exact, else to three digits after the point. */
export function amountText(amount: Rational, unit: string | undefined): string {
  const digits = exactDecimals(amount);
  const text = toDecimalText(amount, digits !== undefined && digits <= 6 ? digits : 3);
  return unit ? `${text} ${unit}` : text;
}
