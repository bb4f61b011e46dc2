import { meantOtherwise } from "@/core/definition";
import { changesOf, faultsOf, whyNotDrafted } from "@/core/draft";
import type { Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import type { LoadedDraft } from "./load";

/** Another version of a family's parameter list than that under which a draft stands. */
export interface NewerList {
  /** Under which the draft stands, and which holds now. */
  from: string;
  version: string;
  /** What of the draft's changes does not fit there, in words; empty where all does. */
  faults: string[];
}

/** Whether another version of its parameter list holds by now than a draft's own, and what of its changes would not fit there. Undefined where it is the same. */
export async function newerList(
  db: Database,
  shelf: DefinitionShelf,
  { definition, identity, rating, base, steps, values }: LoadedDraft,
): Promise<NewerList | undefined> {
  const now = shelf.find(definition.id);
  if (!now || now.version === definition.version) return undefined;
  const { firmware, axes, options } = identity;
  const fitted = await shelf.ofRecord(db, {
    definitionId: now.id,
    definitionVersion: now.version,
    firmware,
    facts: { axes, options },
  });
  if (!fitted) return undefined;
  const faults = changesOf(base, steps).flatMap(({ code, to }) => {
    if (to === undefined) return [];
    const not = whyNotDrafted(fitted, code);
    if (not) return [not];
    if (meantOtherwise(fitted, definition, [code]).length > 0)
      return [`${code} means something else there: its type, scale or choices are others.`];
    const known = faultsOf(definition, rating, values, code, to);
    return faultsOf(fitted, rating, values, code, to).filter((each) => !known.includes(each));
  });
  return { from: definition.version, version: now.version, faults };
}
