import { and, desc, eq, gt, notInArray } from "drizzle-orm";
import { meantOtherwise } from "@/core/definition";
import { draftValues, faultsOf, mergedValues, mergeLines, type MergeLine } from "@/core/draft";
import { bad, good, type Result } from "@/core/drive";
import { hashText, OF_SPARE, valuesByCode } from "@/core/set";
import { formatLine, NOT_SETTINGS, type RawValue } from "@/core/value";
import { tables, type Database } from "@/server/database";
import { loadSet, type RecordRow } from "@/server/ledger";
import type { Person } from "@/server/people";
import { addSteps, NO_DRAFT, within, type DraftParts } from "./change";
import { loadDraft, type LoadedDraft } from "./load";
import { askAbout, notAsSeen, otherMeaning } from "./several";

const { draft, record } = tables;

/** One value that a draft or a newer record has otherwise, in words. */
export interface MergeWords {
  code: string;
  name: string;
  is: MergeLine["is"];
  base: string | undefined;
  draft: string | undefined;
  newer: string | undefined;
}

/** A draft against a newer record, and a seal for exactly that. */
export interface Merge {
  record: number;
  lines: MergeWords[];
  seal: string;
}

/**
 * The newest reading of a draft's position that the draft can be brought up to date with: of the same family, newer than the record it stands on, and complete, since what
 * was not read is no change. What somebody else only drafted is none, nor what a replacement held before it was restored. For a draft from a type plate it is a reading of
 * such a drive since: of that rating, and of that serial number where the plate told it. Undefined where there is none.
 */
export async function newerRecord(
  db: Database,
  {
    row,
    record: number,
    definition,
    identity,
  }: Pick<LoadedDraft, "row" | "record" | "definition" | "identity">,
): Promise<RecordRow | undefined> {
  const rows = await db
    .select()
    .from(record)
    .where(
      and(
        eq(record.positionId, row.positionId),
        ...(number === undefined
          ? [
              gt(record.takenAt, row.at),
              identity.rating === undefined ? undefined : eq(record.rating, identity.rating),
              identity.serial === "" ? undefined : eq(record.serial, identity.serial),
            ]
          : [gt(record.number, number)]),
        eq(record.definitionId, definition.id),
        eq(record.present, record.expected),
        notInArray(record.origin, [...tables.NOT_READ, ...OF_SPARE, "before-restore", "before-operation"]),
      ),
    )
    .orderBy(desc(record.number))
    .limit(1);
  return rows[0];
}

/** What bringing a draft up to date with the newest record would do, parameter by parameter. */
export async function lookAtMerge(parts: DraftParts, plantId: number, id: number): Promise<Result<Merge>> {
  const loaded = await loadDraft(parts.db, parts.shelf, plantId, id);
  if (!loaded) return NO_DRAFT;
  const merge = await mergeOf(parts, loaded);
  return merge.ok ? good(merge.value.words) : merge;
}

/** Puts a draft onto the newest record: what only the record has changed is taken over; `mine` names the conflicts in which the draft's value stays. */
export async function mergeDraft(
  parts: DraftParts,
  person: Person,
  plantId: number,
  id: number,
  { mine, seal, reason, although }: { mine: string[]; seal: string; reason: string; although?: boolean },
): Promise<Result<undefined>> {
  return within(parts, plantId, id, async (tx, loaded) => {
    const merge = await mergeOf({ ...parts, db: tx }, loaded);
    if (!merge.ok) return merge;
    const { words, lines, values: newer, row } = merge.value;
    const refused = notAsSeen(words.seal === seal);
    if (refused) return refused;
    const merged = mergedValues(newer, lines, new Set(mine));
    const { definition, rating, steps } = loaded;
    const drafted = lines.filter(({ is }) => is !== "newer" && is !== "lost");
    const why = reason.trim();
    const ask = askAbout(
      drafted.map(({ code }) => {
        const raw = merged.get(code);
        return { code, faults: raw === undefined ? [] : faultsOf(definition, rating, merged, code, raw) };
      }),
      why,
      although,
    );
    if (ask) return ask;
    // On the newer record the old steps still hold; where they do not give what was decided, one more does.
    const stands = draftValues(newer, steps);
    const more = definition.parameters.flatMap(({ code }) => {
      const [before, after] = [stands.get(code), merged.get(code)];
      if (before === after) return [];
      return [{ code, before, after, reason: why || `Brought up to date with record ${words.record}.` }];
    });
    await addSteps(tx, loaded, person, more, parts.now());
    await tx.update(draft).set({ recordId: row.id }).where(eq(draft.id, id));
    return good(undefined);
  });
}

const NOTHING_NEWER: Result<never> = bad({
  kind: "not-now",
  text: "There is no newer record that this draft can be brought up to date with.",
  remedy: "It needs a complete record of the same family, newer than the one the draft stands on.",
});

async function mergeOf(
  { db, shelf }: Pick<DraftParts, "db" | "shelf">,
  loaded: LoadedDraft,
): Promise<Result<{ row: RecordRow; words: Merge; lines: MergeLine[]; values: Map<string, RawValue> }>> {
  const row = await newerRecord(db, loaded);
  const under = row && (await shelf.ofRecord(db, row));
  if (!row || !under) return NOTHING_NEWER;
  const { definition, base, values, steps } = loaded;
  // The draft's values will be read under the newer record's definition.
  const otherwise = meantOtherwise(definition, under, new Set(steps.map((each) => each.code)));
  if (otherwise.length > 0) return bad(otherMeaning(otherwise));
  const newer = valuesByCode(await loadSet(db, row));
  const lines = mergeLines(definition, under, base, values, newer);
  const seal = hashText(JSON.stringify([row.id, lines]));
  return good({
    row,
    lines,
    values: newer,
    words: {
      record: row.number,
      seal,
      lines: lines.flatMap(({ code, is, base: was, draft: mine, newer: theirs }) => {
        const parameter = definition.byCode.get(code)!;
        // What moves by itself is as it was read last; there is nothing to look at.
        if (NOT_SETTINGS.has(parameter.kind)) return [];
        const line = (raw: RawValue | undefined) =>
          raw === undefined ? undefined : formatLine(parameter, raw);
        return [{ code, name: parameter.name, is, base: line(was), draft: line(mine), newer: line(theirs) }];
      }),
    },
  });
}
