import type { Parameter } from "./parameter";
import { physicalText } from "./physical";
import { isBits, type RawValue } from "./raw";
import { veiled } from "./veiled";

/** A value in the parts a sheet shows apart: the figure, its unit, and what a choice or bits mean. */
export interface FormattedValue {
  text: string;
  unit: string;
  meaning: string;
}

/** A raw value for a person: exactly as the drive has it, with unit and meaning beside. Undefined raw gives an empty figure. */
export function formatValue(parameter: Parameter, raw: RawValue | undefined): FormattedValue {
  if (raw === undefined) return { text: "", unit: "", meaning: "" };
  if (parameter.kind === "secret") {
    const kept = veiled(parameter, raw);
    return { text: kept === 0 || kept === "" ? "not set" : "set", unit: "", meaning: "" };
  }
  const text = physicalText(parameter, raw);
  if (parameter.choices) {
    const choice = parameter.choices.find((each) => each.value === raw);
    return { text, unit: "", meaning: choice ? choice.text : "not a known choice" };
  }
  if (isBits(parameter.type)) {
    const set = Number(raw);
    const known = (parameter.bits ?? []).filter((each) => (set >>> each.bit) & 1).map((each) => each.text);
    return { text, unit: "", meaning: set === 0 ? "none" : known.join(", ") };
  }
  return { text, unit: parameter.unit ?? "", meaning: "" };
}

/** One line of a value: figure, unit and meaning together, for lists, receipts and search. */
export function formatLine(parameter: Parameter, raw: RawValue | undefined): string {
  const { text, unit, meaning } = formatValue(parameter, raw);
  if (text === "") return raw === undefined ? "no value" : "empty";
  return [unit ? `${text} ${unit}` : text, meaning].filter(Boolean).join(" · ");
}
