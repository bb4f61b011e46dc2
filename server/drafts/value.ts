import type { DraftValueView } from "@/core/contract";
import { defaultFor, parameterFor } from "@/core/definition";
import { whyNotDrafted } from "@/core/draft";
import { formatLine, formatValue, type RawValue } from "@/core/value";
import { rangeWords } from "@/server/sheets";
import type { LoadedDraft } from "./load";

/** One parameter of a draft in full; undefined where the family has none of this code. */
export function valueView(
  { definition, rating, base, values }: LoadedDraft,
  code: string,
): DraftValueView | undefined {
  const found = definition.byCode.get(code);
  if (!found) return undefined;
  const parameter = parameterFor(definition, found, rating);
  const raw = values.get(code);
  const line = (each: RawValue | undefined) => (each === undefined ? undefined : formatLine(parameter, each));
  return {
    code,
    name: parameter.name,
    help: parameter.help,
    unit: parameter.unit,
    text: raw === undefined ? "" : formatValue(parameter, raw).text.trim(),
    raw,
    changed: raw !== base.get(code),
    now: line(raw),
    choices: parameter.choices?.map(({ value, text }) => ({ value, text })),
    range: rangeWords(parameter),
    recorded: line(base.get(code)),
    standard: line(defaultFor(definition, parameter, rating)),
    fixed: whyNotDrafted(definition, code),
  };
}
