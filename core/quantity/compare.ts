import { mappedCode, QUANTITIES, quantityOf, type Definition, type Quantity } from "@/core/definition";
import { reduce, toDecimalText, type ByCode } from "@/core/value";
import { amountText, placesOf, readQuantity, type QuantityValue } from "./read";

/** One drive's values, whatever its family. */
export interface QuantityColumn {
  id: string;
  title: string;
  definition: Definition;
  values: ByCode;
}

/** A value with the axes and sets that have it; `where` is empty where all do. */
export interface PlacedValue {
  where: string;
  value: QuantityValue;
}

export const QUANTITY_VERDICTS = {
  alike: "alike",
  "alike-told": "alike where it is told",
  differs: "differs",
  "other-measure": "not the same measure",
  several: "differs by axis or set",
  unknown: "cannot be told",
} as const;
export type QuantityVerdict = keyof typeof QUANTITY_VERDICTS;

export interface QuantityRow {
  quantity: Quantity;
  title: string;
  unit: string | undefined;
  /** One a column. */
  cells: PlacedValue[][];
  verdict: QuantityVerdict;
  /** What the drive changes by itself, so that a difference means nothing. */
  moving: boolean;
}

/** Drives of any families side by side, by what their values mean: one row for each common quantity that at least one of them has. */
export function compareQuantities(columns: readonly QuantityColumn[]): QuantityRow[] {
  return QUANTITIES.flatMap((quantity): QuantityRow[] => {
    const cells = columns.map(({ definition, values }) => cellOf(definition, values, quantity));
    if (!cells.flat().some(({ value }) => value.state === "value" || value.state === "own-only")) return [];
    const { title, unit } = quantityOf(quantity);
    return [
      {
        quantity,
        title,
        unit,
        cells,
        verdict: verdictOf(cells),
        moving: columns.some(({ definition }) => isMoving(definition, quantity)),
      },
    ];
  });
}

/** A row in plain words, for a page or a file. */
export interface QuantityLine {
  quantity: Quantity;
  title: string;
  verdict: QuantityVerdict;
  moving: boolean;
  /** How far the second of two columns is from the first. */
  by: string | undefined;
  cells: Array<Array<{ where: string; value: PlainValue }>>;
}
type PlainValue = Without<QuantityValue, "amount" | "word">;
type Without<T, K extends string> = T extends unknown ? Omit<T, K> : never;

/** `compareQuantities` without the exact fractions, with the difference of two columns in words. */
export function quantityLines(columns: readonly QuantityColumn[]): QuantityLine[] {
  return compareQuantities(columns).map(({ unit, cells, ...row }) => ({
    ...row,
    by: row.verdict === "differs" && cells.length === 2 ? differenceOf(cells, unit) : undefined,
    cells: cells.map((cell) =>
      cell.map(({ where, value }) => ({ where, value: { ...value, amount: undefined, word: undefined } })),
    ),
  }));
}

/** How far the second is from the first, with its share: "+3.2 s (+64 %)". Undefined where these are no numbers. */
function differenceOf(cells: readonly PlacedValue[][], unit: string | undefined): string | undefined {
  const [from, to] = cells.map((cell) => {
    const value = cell[0]?.value;
    return value?.state === "value" ? value.amount : undefined;
  });
  if (!from || !to) return undefined;
  const by = reduce({ num: to.num * from.den - from.num * to.den, den: to.den * from.den });
  const sign = by.num > 0n ? "+" : "";
  const text = sign + amountText(by, unit);
  if (unit === "%" || from.num === 0n) return text;
  const size = from.num < 0n ? -from.num : from.num;
  const share = toDecimalText({ num: by.num * from.den * 100n, den: by.den * size }, 0);
  return share === "0" || share === "-0" ? text : `${text} (${sign}${share} %)`;
}

/** A quantity at every axis and set of a drive, those that say the same taken together. */
export function cellOf(definition: Definition, values: ByCode, quantity: Quantity): PlacedValue[] {
  const found = new Map<string, { value: QuantityValue; where: string[] }>();
  const places = placesOf(definition);
  for (const place of places) {
    const value = readQuantity(definition, values, quantity, place);
    const key = "own" in value ? value.own : value.state;
    const words = [
      ...(definition.axes.length > 1 ? [`axis ${place.axis}`] : []),
      ...(place.set > 0 ? [`set ${place.set}`] : []),
    ].join(", ");
    const same = found.get(key);
    if (same) same.where.push(words);
    else found.set(key, { value, where: [words] });
  }
  const all = [...found.values()];
  return all.map(({ value, where }) => ({ value, where: all.length === 1 ? "" : where.join("; ") }));
}

function verdictOf(cells: readonly PlacedValue[][]): QuantityVerdict {
  if (cells.some((each) => each.length > 1)) return "several";
  const values = cells.map((each) => each[0]!.value);
  const told = values.filter((each) => each.state === "value");
  if (told.length < Math.min(2, values.length)) return "unknown";
  if (new Set(told.map((each) => each.of ?? "")).size > 1) return "other-measure";
  const exact = told.map(({ amount, word }) => (amount ? `${amount.num}/${amount.den}` : word));
  if (new Set(exact).size > 1) return "differs";
  return told.length < values.length ? "alike-told" : "alike";
}

function isMoving({ file, parameters }: Definition, quantity: Quantity): boolean {
  const code = mappedCode(file.quantities?.[quantity]);
  const kind = parameters.find((each) => each.base === code)?.kind;
  return kind === "measured" || kind === "counter";
}
