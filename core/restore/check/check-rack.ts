/** What the modules of a rack share, and what sits in its slots. */
import { moduleChanges, moduleWords, type ModuleChange } from "@/core/drive";
import { fine, type Check, type CheckInput } from "./check";

type About = Pick<CheckInput, "definition" | "record" | "drive" | "state">;

/** A supply, resistor or regenerative module that all axes hang on is looked at first. Nothing is said of a family that has none. */
export function shared({ definition, record, drive, state }: About): Check[] {
  const kinds = definition.file.modules?.kinds.filter((each) => each.shared).map((each) => each.name) ?? [];
  if (kinds.length === 0) return [];
  const id = "shared-supply";
  const title = "What the axes share";
  const changed = changesOf({ record, drive, definition }).filter(({ was, now }) =>
    [was, now].some((each) => each && kinds.includes(each.name)),
  );
  const lacking = changed.filter(({ change }) => change === "gone" || change === "other-kind");
  if (lacking.length > 0)
    return [
      {
        id,
        title,
        verdict: "stop",
        found: `${wordsOf(lacking)}. All axes hang on it.`,
        remedy:
          "Fit what was recorded, or carry the record over to this rack. Until then nothing is written.",
      },
    ];
  if (state.sharedReady === false)
    return [
      {
        id,
        title,
        verdict: "caution",
        found: state.controlOnly
          ? "The shared bus is not fed, as expected while only the control part is."
          : "The shared bus is not ready: no axis runs, whatever is restored.",
        remedy: state.controlOnly
          ? "Look at it again once the mains are on."
          : "Look at the mains, then at the supply module's own lamp, before you look for the fault in an axis.",
      },
    ];
  if (changed.length > 0)
    return [
      {
        id,
        title,
        verdict: "caution",
        found: `${wordsOf(changed)}. All axes hang on it.`,
        remedy: "Look that it was connected as the old one: supply, resistor, plugs between the modules.",
      },
    ];
  const there = drive.modules?.filter((each) => kinds.includes(each.name)).map((each) => each.name) ?? [];
  if (there.length === 0) return [];
  const ready = state.sharedReady ? "the shared bus is ready" : "whether the shared bus is ready is not told";
  return [fine(id, title, `${there.join(", ")}; ${ready}`)];
}

/** An axis module that is another one, or of another kind, than was recorded. */
export function slots({ definition, record, drive }: About): Check[] {
  const shared = new Set(
    definition.file.modules?.kinds.filter((each) => each.shared).map((each) => each.name),
  );
  const changed = changesOf({ record, drive, definition }).filter(
    ({ was, now }) => ![was, now].some((each) => each && shared.has(each.name)),
  );
  if (changed.length === 0) return [];
  const other = changed.some(({ change }) => change !== "exchanged");
  const axes = changed.flatMap(({ axis }) => axis ?? []);
  return [
    {
      id: "slots",
      title: "Modules in their slots",
      verdict: "caution",
      found: `${wordsOf(changed)}.`,
      remedy: other
        ? "Compare with the drawing of the rack: another kind of module may not bear what is recorded for its axis."
        : `Only ${axes.length === 1 ? "this axis holds" : "these axes hold"} a new module's values; ${axes.length === 1 ? "it" : "each"} can be restored alone.`,
    },
  ];
}

/** In another rack every module is another one; that says nothing. */
function changesOf({ definition, record, drive }: Omit<About, "state">): ModuleChange[] {
  return moduleChanges(definition.file.modules, record.modules, drive.modules).filter(
    ({ change }) => change !== "exchanged" || record.serial === drive.serial,
  );
}

const wordsOf = (changes: readonly ModuleChange[]): string => changes.map(moduleWords).join("; ");
