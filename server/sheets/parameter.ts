import type { ParameterView } from "@/core/contract";
import { defaultFor, parameterFor, type Definition } from "@/core/definition";
import { formatLine, isBits, physicalNumber, type Parameter, type RawValue } from "@/core/value";
import type { Database } from "@/server/database";
import { listKey, type DefinitionShelf } from "@/server/definitions";
import { valuesThrough } from "./history";

/** What a person looks at: a definition as it is fitted, for a rating, with what it holds. */
export interface LookedAt {
  definition: Definition;
  rating: string | undefined;
  raw: RawValue | undefined;
}

/** One parameter in full, without its history. Undefined where the definition has none of this code. */
export function parameterView(
  { definition, rating, raw }: LookedAt,
  code: string,
): Omit<ParameterView, "history"> | undefined {
  const found = definition.byCode.get(code);
  if (!found) return undefined;
  const parameter = parameterFor(definition, found, rating);
  const line = (value: RawValue | undefined) =>
    value === undefined ? undefined : formatLine(parameter, value);
  const secret = parameter.kind === "secret";
  return {
    code,
    name: parameter.name,
    help: parameter.help,
    group: definition.groups.find((each) => each.id === parameter.group)?.trail.join(" · ") ?? "",
    kind: parameter.kind,
    unit: parameter.unit,
    value: line(raw),
    raw: secret ? undefined : raw,
    type: parameter.type,
    standard: line(defaultFor(definition, parameter, rating)),
    range: rangeWords(parameter),
    choices: parameter.choices?.map(({ value, text }) => ({ value, text })),
    bits: isBits(parameter.type)
      ? parameter.bits?.map(({ bit, text }) => ({ bit, text, set: ((Number(raw ?? 0) >>> bit) & 1) === 1 }))
      : undefined,
    effect: parameter.effect,
    readOnly: parameter.readOnly,
    ratingDependent: parameter.ratingDependent,
    belongsTo: [...(parameter.belongsTo ?? [])],
    passwordLevel: parameter.passwordLevel,
    depends: dependsWords(definition, parameter),
  };
}

/** What may be entered, in words; undefined where the definition does not say, or where one chooses. */
export function rangeWords(parameter: Parameter): string | undefined {
  if (parameter.choices) return undefined;
  const { rawMin, rawMax, rawStep } = parameter;
  const words = [
    rawMin === undefined ? "" : `from ${formatLine(parameter, rawMin)}`,
    rawMax === undefined ? "" : `to ${formatLine(parameter, rawMax)}`,
    rawStep === undefined || rawStep <= 1 ? "" : `in steps of ${formatLine(parameter, rawStep)}`,
  ];
  return words.filter(Boolean).join(" ") || undefined;
}

/** Rules that a parameter is part of, and what changes with it. */
function dependsWords(definition: Definition, { code, base }: Parameter): string[] {
  const name = (each: string): string => {
    const parameter = definition.byCode.get(each) ?? definition.parameters.find((one) => one.base === each);
    return parameter ? `${each} ${parameter.name}` : each;
  };
  const rules = definition.rules.flatMap(({ lower, upper, text }) => {
    if (lower !== code && upper !== code) return [];
    return [`${text} The other is ${name(lower === code ? upper : lower)}.`];
  });
  const couplings = (definition.file.couplings ?? []).flatMap(({ code: first, changes, text }) => {
    if (first === base) return [`${text} It changes ${changes.map(name).join(", ")}.`];
    return changes.includes(base) ? [`It changes with ${name(first)}. ${text}`] : [];
  });
  return [...rules, ...couplings];
}

type Held = NonNullable<ParameterView["history"]>[number];

/** Every value that a parameter had at a position, the newest first; records one after the other with the same value are one. Each is read under its own record's definition. */
export async function historyOf(
  db: Database,
  shelf: DefinitionShelf,
  positionId: number,
  definitionId: string,
  code: string,
): Promise<Held[]> {
  const held: Held[] = [];
  const through = await valuesThrough(db, positionId, definitionId, code);
  const read = await readerOf(
    db,
    shelf,
    code,
    through.map((each) => each.row),
  );
  for (const { row, raw, note } of through) {
    const { text, figure } = read(row, raw);
    const last = held.at(-1);
    // From the newest back: the oldest of a run is the one that tells since when.
    const since = {
      from: row.number,
      at: row.takenAt.getTime(),
      byName: row.takenByName,
      origin: row.origin,
      note,
    };
    if (last && last.text === text) Object.assign(last, since, { records: last.records + 1 });
    else held.push({ ...since, to: row.number, records: 1, text, figure });
  }
  return held;
}

/** Reads raw values of a code under the definition that each record was made under; `rows` are all that will be asked for. The same value of the same list is read once. */
export async function readerOf(
  db: Database,
  shelf: DefinitionShelf,
  code: string,
  rows: Iterable<Row>,
): Promise<(row: Row, raw: RawValue | undefined) => { text?: string; figure?: number }> {
  const lists = new Map<string, { parameter: Parameter | undefined; read: Map<RawValue, Words> }>();
  for (const row of rows) {
    const key = listKey(row);
    if (lists.has(key)) continue;
    const definition = await shelf.ofRecord(db, row);
    lists.set(key, { parameter: definition?.byCode.get(code), read: new Map() });
  }
  return (row, raw) => {
    const list = lists.get(listKey(row));
    if (raw === undefined || !list) return {};
    const words = list.read.get(raw) ?? wordsOf(list.parameter, raw);
    list.read.set(raw, words);
    return words;
  };
}

type Row = Parameters<DefinitionShelf["ofRecord"]>[1];
type Words = ReturnType<typeof wordsOf>;

function wordsOf(parameter: Parameter | undefined, raw: RawValue): { text: string; figure?: number } {
  if (!parameter) return { text: String(raw) };
  const text = formatLine(parameter, raw);
  const figure = parameter.kind === "secret" ? undefined : physicalNumber(parameter, raw);
  return figure === undefined || !Number.isFinite(figure) ? { text } : { text, figure };
}
