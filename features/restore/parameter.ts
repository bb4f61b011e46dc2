import { formatLine, type Parameter, type RawValue } from "@/core/value";

/** A parameter on its way to the browser: its scale as text, since big integers do not travel. */
export type SheetParameter = Omit<Parameter, "scale"> & { scale: [string, string] };

/** Back to a parameter the core can format with. */
export function toParameter({ scale, ...each }: SheetParameter): Parameter {
  return { ...each, scale: { num: BigInt(scale[0]), den: BigInt(scale[1]) } };
}

/** One line of a value, or a word where there is none. */
export function line(parameter: Parameter | undefined, raw: RawValue | undefined): string {
  return parameter ? formatLine(parameter, raw) : String(raw ?? "no value");
}
