import type { Definition } from "./definition";

/**
 * Of some codes those whose raw values mean something else under another version of the same definition: their type, scale or choices are otherwise, or one of the two has
 * none of that code. Such values cannot be put beside each other.
 */
export function meantOtherwise(one: Definition, other: Definition, codes: Iterable<string>): string[] {
  if (one.version === other.version) return [];
  const meaning = (definition: Definition, code: string): string => {
    const parameter = definition.byCode.get(code);
    if (!parameter) return "";
    const { type, scale, choices } = parameter;
    return JSON.stringify([type, String(scale.num), String(scale.den), choices ?? []]);
  };
  return [...codes].filter((code) => meaning(one, code) !== meaning(other, code));
}
