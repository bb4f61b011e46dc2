import type { Definition, TerminalSpec } from "@/core/definition";
import { parameterAt, placesOf, type Place } from "@/core/quantity";
import { formatLine, formatValue, physicalNumber, type Parameter, type RawValue } from "@/core/value";

/** A setting or a state with its code: where it comes from can always be looked up. */
export interface CodedText {
  code: string;
  name: string;
  text: string;
}

/** One terminal of a drive, as far as its values tell. */
export interface Terminal {
  /** As it is printed beside it; with the axis where there are several. */
  name: string;
  kind: TerminalSpec["kind"];
  /** The function that it has. Undefined where that was not read. */
  does: CodedText | undefined;
  /** What it is now; undefined where the definition does not say where to look, or where it was not read. */
  state: CodedText | undefined;
  /** Volts or milliamperes at the terminal, for analogue ones whose span is known. */
  amount: string | undefined;
  settings: CodedText[];
}

/** Every terminal that a definition knows, by axis and in its order, with function, state and settings from one drive's values. Of several sets the first is looked at: terminals are the same for all. */
export function terminalsOf(definition: Definition, values: ReadonlyMap<string, RawValue>): Terminal[] {
  const places = placesOf(definition).filter((each) => each.set <= 1);
  return places.flatMap((place) =>
    (definition.file.terminals ?? []).flatMap((spec): Terminal[] => {
      // An older firmware may have fewer of them.
      if (spec.does !== undefined && !parameterAt(definition, spec.does, place)) return [];
      return [
        {
          name: definition.axes.length > 1 ? `Axis ${place.axis}: ${spec.name}` : spec.name,
          kind: spec.kind,
          does:
            spec.does === undefined
              ? users(definition, values, spec.usedBy ?? [], place.axis)
              : told(definition, values, spec.does, place),
          state: spec.state && stateOf(definition, values, spec.state, place),
          amount: amountOf(definition, values, spec, place),
          settings: (spec.settings ?? [])
            .map((code) => told(definition, values, code, place))
            .filter((each) => each !== undefined),
        },
      ];
    }),
  );
}

/** The codes that tell the states of a definition's terminals: these are read again and again while one looks. */
export function terminalStateCodes(definition: Definition): string[] {
  const bases = new Set(
    (definition.file.terminals ?? []).flatMap(({ state }) => (state ? [state.code] : [])),
  );
  return definition.parameters.filter((each) => bases.has(each.base)).map((each) => each.code);
}

function found(
  definition: Definition,
  values: ReadonlyMap<string, RawValue>,
  code: string,
  place: Place,
): { parameter: Parameter; raw: RawValue } | undefined {
  const parameter = parameterAt(definition, code, place);
  const raw = parameter && values.get(parameter.code);
  return parameter && raw !== undefined ? { parameter, raw } : undefined;
}

function told(
  definition: Definition,
  values: ReadonlyMap<string, RawValue>,
  code: string,
  place: Place,
): CodedText | undefined {
  const held = found(definition, values, code, place);
  if (!held) return undefined;
  const { parameter, raw } = held;
  // A choice is said in its words: its number is on the parameter's leaf.
  const text = formatValue(parameter, raw).meaning || formatLine(parameter, raw);
  return { code: parameter.code, name: parameter.name, text };
}

/** Who looks at a terminal: the parameters that chose it, in any set. Undefined where none was seen to and not all were read. */
function users(
  definition: Definition,
  values: ReadonlyMap<string, RawValue>,
  usedBy: NonNullable<TerminalSpec["usedBy"]>,
  axis: number,
): CodedText | undefined {
  const asked = definition.parameters.flatMap((parameter) => {
    const use = usedBy.find((each) => each.code === parameter.base);
    return use && (parameter.axis === 0 || axis === 0 || parameter.axis === axis)
      ? [{ parameter, value: use.value }]
      : [];
  });
  const using = asked.filter(({ parameter, value }) => values.get(parameter.code) === value);
  if (
    using.length === 0 &&
    (asked.length === 0 || asked.some(({ parameter }) => !values.has(parameter.code)))
  )
    return undefined;
  return {
    code: using.map(({ parameter }) => parameter.code).join(", "),
    name: "",
    text: using.length === 0 ? "nobody looks at it" : using.map(({ parameter }) => parameter.name).join(", "),
  };
}

function stateOf(
  definition: Definition,
  values: ReadonlyMap<string, RawValue>,
  { code, bit }: NonNullable<TerminalSpec["state"]>,
  place: Place,
): CodedText | undefined {
  const held = found(definition, values, code, place);
  if (!held) return undefined;
  const { parameter, raw } = held;
  const onOrOff = bit !== undefined && bitOf(raw, bit) ? "on" : "off";
  const text = bit === undefined ? formatLine(parameter, raw) : onOrOff;
  return { code: parameter.code, name: parameter.name, text };
}

/** A bit of a word of up to 32 bits, counted from 0. */
const bitOf = (raw: RawValue, bit: number): boolean => ((BigInt(raw) >> BigInt(bit)) & 1n) === 1n;

function amountOf(
  definition: Definition,
  values: ReadonlyMap<string, RawValue>,
  { state, span }: TerminalSpec,
  place: Place,
): string | undefined {
  if (!state || !span) return undefined;
  const share = found(definition, values, state.code, place);
  const chosen = found(definition, values, span.code, place);
  const ends = chosen && span.of[String(chosen.raw)];
  const percent = share && physicalNumber(share.parameter, share.raw);
  if (!ends || !share || percent === undefined || share.parameter.unit !== "%") return undefined;
  return `${(ends.from + ((ends.to - ends.from) * percent) / 100).toFixed(2)} ${ends.unit}`;
}
