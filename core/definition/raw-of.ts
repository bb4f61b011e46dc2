import { floatRaw, isFloat, isText, parseRational, toRaw, type Parameter } from "@/core/value";

/** Raw value of a physical one from the file; undefined when it is absent or does not fit (`checkDefinition` then says so). */
export function rawOf(
  parameter: Parameter,
  physical: number | string | undefined,
): number | string | undefined {
  if (physical === undefined) return undefined;
  if (isText(parameter.type)) return String(physical);
  const rational = parseRational(String(physical));
  if (!rational) return undefined;
  if (isFloat(parameter.type)) return floatRaw(parameter.type, Number(physical));
  const parsed = toRaw(parameter, rational);
  return parsed.ok ? parsed.raw : undefined;
}

/** The same for what must be a number: limits and steps. */
export function rawNumber(parameter: Parameter, physical: number | undefined): number | undefined {
  const raw = rawOf(parameter, physical);
  return typeof raw === "number" ? raw : undefined;
}
