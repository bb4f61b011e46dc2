import { compareFirmware, quantityOf, type Definition } from "@/core/definition";
import { cellOf, parameterAt, placesOf, type QuantityValue } from "@/core/quantity";
import type { Verdict } from "@/core/readiness";
import {
  formatLine,
  isText,
  physicalRational,
  type Parameter,
  type Rational,
  type ByCode,
  type RawValue,
} from "@/core/value";
import { amountIn, compareAmounts } from "./amount";
import { anyHolds, type Condition, type Fact, type Holds, type Operator, type Test } from "./condition";

/** A position as a question looks at it. */
export interface Asked {
  fact: (of: Fact) => string | undefined;
  /** Undefined where nobody told it. */
  firmware: string | undefined;
  readiness: Verdict;
  /** How many days ago its record was taken, and on which day, with dashes between; neither where it has none, or where that is not told. */
  taken: () => { days?: number; day?: string };
  /** Of its record; undefined where it has none, or no definition fits. */
  definition: Definition | undefined;
  values: ByCode;
}

/** What one condition comes to at one position. */
export interface Answer {
  holds: Holds;
  /** What it has there; where several axes or sets have something else, each with its place. */
  cell: string;
}

/**
 * Whether a condition holds at a position. It holds as soon as one axis or set fulfils it; it is unknown where none does and one of them is not told.
 * A family that says it has nothing of the kind is a no; one that says nothing is unknown.
 */
export function answer(condition: Condition, asked: Asked): Answer {
  switch (condition.about) {
    case "fact": {
      const value = asked.fact(condition.fact);
      if (value === undefined || value === "") return unknown("not told");
      const same = value.toLowerCase().includes(condition.test.text.toLowerCase());
      return { holds: yesIf(same === (condition.test.op === "=")), cell: value };
    }
    case "firmware":
      if (asked.firmware === undefined || asked.firmware === "") return unknown("not told");
      return {
        holds: yesIf(by(condition.test.op, compareFirmware(asked.firmware, condition.test.text))),
        cell: asked.firmware,
      };
    case "age": {
      const { days } = asked.taken();
      if (days === undefined) return unknown("not told");
      return { holds: yesIf(by(condition.op, days - condition.days)), cell: String(days) };
    }
    case "date": {
      const { day } = asked.taken();
      if (day === undefined) return unknown("not told");
      return { holds: yesIf(by(condition.op, order(day, condition.day))), cell: day };
    }
    case "readiness":
      return {
        holds: yesIf((asked.readiness === condition.verdict) === (condition.op === "=")),
        cell: { ready: "yes", "with-care": "with care", no: "no" }[asked.readiness],
      };
    case "either": {
      const each = condition.any.map((one) => answer(one, asked));
      const cell = [...new Set(each.map((one) => one.cell))].join("; ");
      return { holds: anyHolds(each.map((one) => one.holds)), cell };
    }
    case "quantity": {
      if (!asked.definition) return unknown("no record that can be read");
      const cells = cellOf(asked.definition, asked.values, condition.quantity);
      const than = amountOf(condition.test, quantityOf(condition.quantity).unit);
      return together(
        cells.map(({ where, value }) => ({ where, ...ofQuantity(value, condition.test, than) })),
      );
    }
    case "code":
      return asked.definition
        ? ofCode(asked.definition, asked.values, condition.code, condition.test)
        : unknown("no record that can be read");
  }
}

function ofQuantity(value: QuantityValue, { op, text }: Test, than: ReturnType<typeof amountIn>): Answer {
  if (value.state === "none") return { holds: "no", cell: "has none" };
  if (value.state === "not-told") return unknown("not told");
  if (value.state === "not-held") return unknown(`${value.code} not recorded`);
  if (value.state === "own-only") return unknown(`${value.code} ${value.own}`);
  if (value.word !== undefined)
    return { holds: yesIf((value.word === text) === (op === "=")), cell: value.text };
  if (!value.amount || !than) return unknown(value.text);
  return { holds: yesIf(by(op, compareAmounts(value.amount, than))), cell: value.text };
}

function ofCode(definition: Definition, values: ByCode, base: string, test: Test): Answer {
  const found = new Map<string, Parameter>();
  for (const place of placesOf(definition)) {
    const parameter = parameterAt(definition, base, place);
    if (parameter) found.set(parameter.code, parameter);
  }
  if (found.size === 0) return { holds: "no", cell: "has none" };
  return together(
    [...found.values()].map((parameter) => ({
      where: found.size > 1 ? parameter.code : "",
      ...ofParameter(parameter, values.get(parameter.code), test),
    })),
  );
}

function ofParameter(parameter: Parameter, raw: RawValue | undefined, test: Test): Answer {
  const { op, text } = test;
  if (raw === undefined) return unknown(`${parameter.code} not recorded`);
  const cell = formatLine(parameter, raw);
  // A password is set or not set; whoever asks for its value is told nothing.
  if (parameter.kind === "secret") return unknown(cell);
  const amount = physicalRational(parameter, raw);
  const than = amountOf(test, parameter.unit);
  if (amount && than) return { holds: yesIf(by(op, compareAmounts(amount, than))), cell };
  if (op !== "=" && op !== "!=") return unknown(cell);
  // "Fitted" is a choice of its own, and stands in "Not fitted" too.
  const exact = parameter.choices?.find(
    (each) => each.text.toLowerCase() === text.toLowerCase() || String(each.value) === text,
  );
  if (exact) return { holds: yesIf((exact.value === Number(raw)) === (op === "=")), cell };
  const words = isText(parameter.type) ? String(raw) : cell;
  return { holds: yesIf(words.toLowerCase().includes(text.toLowerCase()) === (op === "=")), cell };
}

/** What tests compare with, by unit: worked out once for all positions that are asked. */
const amounts = new WeakMap<Test, Map<string | undefined, Rational | undefined>>();

function amountOf(test: Test, unit: string | undefined): Rational | undefined {
  const known = amounts.get(test) ?? new Map<string | undefined, Rational | undefined>();
  amounts.set(test, known);
  if (!known.has(unit)) known.set(unit, amountIn(test.text, unit));
  return known.get(unit);
}

/** Several axes or sets: one that fulfils it is enough. */
function together(each: ReadonlyArray<Answer & { where: string }>): Answer {
  const holds = each.map((one) => one.holds);
  const cell = each.map(({ where, cell: text }) => (where ? `${where}: ${text}` : text)).join("; ");
  if (holds.includes("yes")) return { holds: "yes", cell };
  return { holds: holds.includes("unknown") ? "unknown" : "no", cell };
}

function by(op: Operator, difference: number): boolean {
  switch (op) {
    case "<":
      return difference < 0;
    case "<=":
      return difference <= 0;
    case ">":
      return difference > 0;
    case ">=":
      return difference >= 0;
    case "=":
      return difference === 0;
    case "!=":
      return difference !== 0;
  }
}

const yesIf = (holds: boolean): Holds => (holds ? "yes" : "no");
const unknown = (cell: string): Answer => ({ holds: "unknown", cell });

/** Days with dashes between stand in the order of their text. */
function order(one: string, other: string): number {
  if (one === other) return 0;
  return one < other ? -1 : 1;
}
