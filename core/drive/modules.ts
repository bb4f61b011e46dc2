import type { Definition } from "@/core/definition";
import type { FittedModule } from "./model";

/** What became of one slot of a rack: another module of the same kind, one of another kind, none any more, or one where there was none. */
export interface ModuleChange {
  slot: number;
  change: "exchanged" | "other-kind" | "gone" | "new";
  was?: FittedModule;
  now?: FittedModule;
  /** Which axis it drives, counted over the rack as it is now. */
  axis?: number;
}

/** Compares the slots of a rack as it was recorded and as it answers. Where one of the two is not known nothing is said; nor is a module without a serial number called another one. `spec` tells which axis a slot drives. */
export function moduleChanges(
  spec: Definition["file"]["modules"],
  was: readonly FittedModule[] | undefined,
  now: readonly FittedModule[] | undefined,
): ModuleChange[] {
  if (!was || !now) return [];
  const slots = [...new Set([...was, ...now].map((each) => each.slot))].sort((a, b) => a - b);
  return slots.flatMap((slot): ModuleChange[] => {
    const [before, after] = [was, now].map((all) => all.find((each) => each.slot === slot));
    const change = changeOf(before, after);
    return change ? [{ slot, change, was: before, now: after, axis: axisOf(spec, now, slot) }] : [];
  });
}

/** Which axis a slot's module drives: the axis modules are counted from the first slot on. Undefined where it drives none. */
export function axisOf(
  spec: Definition["file"]["modules"],
  modules: readonly FittedModule[],
  slot: number,
): number | undefined {
  const axes = modules
    .filter((each) => spec?.kinds.some((kind) => kind.axis && kind.name === each.name))
    .map((each) => each.slot)
    .sort((a, b) => a - b);
  const at = axes.indexOf(slot);
  return at < 0 ? undefined : at + 1;
}

/** A change in words: "Slot 3, Axis module 6 A (axis 2): another one, serial B instead of A". */
export function moduleWords({ slot, change, was, now, axis }: ModuleChange): string {
  const place = `Slot ${slot}`;
  const drives = axis === undefined ? "" : ` (axis ${axis})`;
  switch (change) {
    case "exchanged":
      return `${place}, ${now!.name}${drives}: another one, serial ${now!.serial} instead of ${was!.serial}`;
    case "other-kind":
      return `${place}${drives}: ${now!.name} instead of ${was!.name}`;
    case "gone":
      return `${place}: ${was!.name} is not there any more`;
    case "new":
      return `${place}: ${now!.name}${drives}, where there was none`;
  }
}

function changeOf(
  was: FittedModule | undefined,
  now: FittedModule | undefined,
): ModuleChange["change"] | undefined {
  if (!was) return "new";
  if (!now) return "gone";
  if (was.name !== now.name) return "other-kind";
  return was.serial && now.serial && was.serial !== now.serial ? "exchanged" : undefined;
}
