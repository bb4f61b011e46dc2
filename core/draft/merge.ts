import type { Definition } from "@/core/definition";
import type { RawValue } from "@/core/value";
import { whyNotDrafted } from "./faults";
import type { Values } from "./step";

/** One value that the draft, or a newer record, has otherwise than the record the draft began from. */
export interface MergeLine {
  code: string;
  /** In the record that it began from. */
  base: RawValue | undefined;
  draft: RawValue | undefined;
  newer: RawValue | undefined;
  /**
   * `newer`: only the newer record has it otherwise, and it is taken over; `draft`: only the draft has; `both`: both have, alike; `conflict`: both have, each in its own way:
   * a person decides; `lost`: the draft has changed what the drive of the newer record has not at all.
   */
  is: "newer" | "draft" | "both" | "conflict" | "lost";
}

/**
 * Draft and newer record against what the draft began from, parameter by parameter, in the definition's order; what neither changed is left out. `under` is the definition as
 * it fits the drive of the newer record: it may have less than the draft's.
 */
export function mergeLines(
  definition: Definition,
  under: Definition,
  base: Values,
  draft: Values,
  newer: Values,
): MergeLine[] {
  return definition.parameters.flatMap(({ code }): MergeLine[] => {
    const line = { code, base: base.get(code), draft: draft.get(code), newer: newer.get(code) };
    const { base: was, draft: mine, newer: theirs } = line;
    if (!under.byCode.has(code)) return mine === was ? [] : [{ ...line, is: "lost" }];
    if (mine === was && theirs === was) return [];
    // What the drive measures or counts is as it was read last: nobody changes it in a draft.
    if (mine === was || whyNotDrafted(definition, code) !== undefined) return [{ ...line, is: "newer" }];
    if (theirs === was) return [{ ...line, is: "draft" }];
    return [{ ...line, is: mine === theirs ? "both" : "conflict" }];
  });
}

/** What the draft holds once it stands on the newer record. `mine` names the conflicts in which the draft's value stays; in the others the newer one is taken. */
export function mergedValues(
  newer: Values,
  lines: readonly MergeLine[],
  mine: ReadonlySet<string>,
): Map<string, RawValue> {
  const merged = new Map(newer);
  for (const { code, draft, is } of lines) {
    if (is === "newer" || is === "lost" || (is === "conflict" && !mine.has(code))) continue;
    if (draft === undefined) merged.delete(code);
    else merged.set(code, draft);
  }
  return merged;
}
