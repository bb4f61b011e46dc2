import type { RawValue } from "@/core/value";
import type { Definition } from "./definition";
import { rawOf } from "./raw-of";

/** Values that belong together for one purpose, for one axis and set. */
export interface Preset {
  /** The file's id, with axis and set where there are several. */
  id: string;
  title: string;
  about: string;
  /** 0 where the drive has no several axes. */
  axis: number;
  /** 0 where its parameters have no several sets. */
  set: number;
  values: ReadonlyMap<string, RawValue>;
}

/** The presets of a definition, once for each axis and set that their parameters are of; of what is not fitted nothing is left. */
export function presetsOf(definition: Definition): Preset[] {
  return (definition.file.presets ?? []).flatMap(({ id, title, about, values }) => {
    const parameters = definition.parameters.filter((each) => Object.hasOwn(values, each.base));
    return distinct(parameters.map((each) => each.axis)).flatMap((axis) =>
      distinct(parameters.map((each) => each.set)).map((set): Preset => {
        const here = parameters.filter(
          (each) => (each.axis === 0 || each.axis === axis) && (each.set === 0 || each.set === set),
        );
        const raws = here.flatMap((each): Array<[string, RawValue]> => {
          const raw = rawOf(each, values[each.base]);
          return raw === undefined ? [] : [[each.code, raw]];
        });
        const where = [...(axis > 0 ? [`axis ${axis}`] : []), ...(set > 0 ? [`set ${set}`] : [])];
        return {
          id: [id, ...where].join(", "),
          title: [title, ...where].join(", "),
          about,
          axis,
          set,
          values: new Map(raws),
        };
      }),
    );
  });
}

/** The numbers above 0, once each; 0 alone where there are no others. */
function distinct(numbers: number[]): number[] {
  const found = [...new Set(numbers)].filter((each) => each > 0);
  return found.length > 0 || numbers.length === 0 ? found : [0];
}
