import { definitionFor, listFirmware, type Definition, type Fitting } from "@/core/definition";
import { decodeKey } from "@/core/value";
import type { FileValue, ValuesFile } from "./model";
import { countKnown, parameterFinder, type MeantAs } from "./take";

/** How well a family fits a file. */
export interface FamilyFit {
  definition: Definition;
  /** How many of the file's values it knows by their codes. */
  known: number;
  /** How its values are likely meant. */
  meant: MeantAs;
  /** The file names it. */
  named: boolean;
}

/** Below this share of known codes a family is no guess. */
const LEAST = 0.3;

/** The families that a file may be of, the likeliest first; empty when it is none's. What a file says of its family counts before what it holds. */
export function guessFamily(definitions: readonly Definition[], { about, values }: ValuesFile): FamilyFit[] {
  return definitions
    .map((base): FamilyFit & { fits: number } => {
      const definition = definitionFor(base, fittingOfFile(base, { about, values, notes: [] }));
      const { known, shown, raw } = countKnown(definition, values);
      const named = about.definition === base.id;
      return { definition, known, fits: Math.max(shown, raw), meant: raw > shown ? "raw" : "shown", named };
    })
    .filter(({ known, named }) => named || (values.length > 0 && known / values.length >= LEAST))
    .sort((a, b) => Number(b.named) - Number(a.named) || b.fits - a.fits || b.known - a.known);
}

/**
 * What was fitted, as far as a file tells: the axes and options it says or has values of, the firmware it says. What is not told is taken to be the newest firmware and
 * one axis.
 */
export function fittingOfFile(definition: Definition, { about, values }: ValuesFile): Fitting {
  const firmware = about.firmware ?? listFirmware(definition.file).at(-1)!;
  const axes = about.axes ?? axesIn(definition, values);
  const all = (definition.file.options ?? []).map((each) => each.id);
  if (about.options) return { firmware, axes, options: about.options.filter((each) => all.includes(each)) };
  const widest = definitionFor(definition, { firmware, axes, options: all });
  const find = parameterFinder(widest);
  const optionOf = new Map(
    widest.groups.flatMap((group) => group.parameters.map((each) => [each.code, group.option])),
  );
  const seen = new Set(values.map((each) => optionOf.get(find(each)?.code ?? "")));
  return { firmware, axes, options: all.filter((each) => seen.has(each)) };
}

function axesIn(definition: Definition, values: readonly FileValue[]): number {
  const most = definition.file.axes?.most ?? 1;
  if (most === 1) return 1;
  const find = parameterFinder(definitionFor(definition, { ...definition.fitting, axes: most }));
  return Math.max(
    1,
    ...values
      .map((each) => find(each)?.axis ?? decodeKey(each.code)?.axis ?? 1)
      .filter((axis) => axis <= most),
  );
}
