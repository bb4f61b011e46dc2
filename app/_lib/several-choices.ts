import { presetsOf, type Definition } from "@/core/definition";
import type { SeveralChoices } from "@/features/draft/several";

/** What may be changed at once in a draft of a family: its presets, and the groups within which values go back. */
export function severalChoices(definition: Definition): SeveralChoices {
  return {
    presets: presetsOf(definition).map(({ id, title, about }) => ({ id, title, about })),
    groups: definition.groups
      .filter((each) => each.parameters.length > 0)
      .map(({ id, trail }) => ({ id, title: trail.join(" · ") })),
  };
}
