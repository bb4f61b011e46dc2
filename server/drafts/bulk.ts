import { and, eq, inArray, isNotNull } from "drizzle-orm";
import { parameterFor, type Definition } from "@/core/definition";
import { faultsOf, whyNotDrafted } from "@/core/draft";
import { bad, good, type Result } from "@/core/drive";
import { hashText, valuesByCode } from "@/core/set";
import { formatLine, parseValue, type RawValue } from "@/core/value";
import { tables } from "@/server/database";
import { loadSet, recordAt, type RecordRow } from "@/server/ledger";
import type { Person } from "@/server/people";
import { addSteps, type DraftParts } from "./change";
import { beginDraft } from "./drafts";
import { loadDraft } from "./load";
import { askAbout, notAsSeen } from "./several";

/** The same change wanted at several positions. */
export interface BulkWish {
  definition: string;
  code: string;
  /** As it was typed. */
  typed: string;
  tags: string[];
}

/** What it comes to at one position. */
export interface BulkLine {
  tag: string;
  /** The record that the draft would begin from; absent where there is none. */
  record?: number;
  from?: string;
  to?: string;
  /** Out of range or against a rule there. */
  faults: string[];
  /** Why nothing would be begun there. */
  why?: string;
}

interface Planned extends BulkLine {
  row?: RecordRow;
  before?: RawValue;
  after?: RawValue;
}

/** What a change would be at each of several positions, from the standing record or the newest; and a seal for exactly that. */
export async function lookAtBulk(
  parts: DraftParts,
  plantId: number,
  wish: BulkWish,
): Promise<Result<{ lines: BulkLine[]; seal: string }>> {
  const planned = await plan(parts, plantId, wish);
  if (!planned.ok) return planned;
  const lines = planned.value.map(({ row: _row, before: _before, after: _after, ...line }) => line);
  return good({ lines, seal: sealOf(planned.value) });
}

/** Begins a draft with the change at each position where it is one, all or none of them. What is out of range or against a rule anywhere is asked about first. */
export async function beginBulk(
  parts: DraftParts,
  person: Person,
  plantId: number,
  wish: BulkWish,
  { title, reason, seal, although }: { title: string; reason: string; seal: string; although?: boolean },
): Promise<Result<Array<{ tag: string; id: number }>>> {
  return parts.db.transaction(async (tx) => {
    const within = { ...parts, db: tx };
    const planned = await plan(within, plantId, wish);
    if (!planned.ok) return planned;
    const why = reason.trim();
    const lines = planned.value.map((each) => ({ code: each.tag, faults: each.faults }));
    const refused = notAsSeen(sealOf(planned.value) === seal) ?? askAbout(lines, why, although);
    if (refused) return refused;
    const places = await tx
      .select({ id: tables.position.id, tag: tables.position.tag })
      .from(tables.position)
      .where(and(eq(tables.position.plantId, plantId), inArray(tables.position.tag, wish.tags)));
    const begun: Array<{ tag: string; id: number }> = [];
    for (const { tag, row, before, after } of planned.value) {
      const place = places.find((each) => each.tag === tag);
      if (!row || after === undefined || !place) continue;
      const id = await beginDraft(tx, person, { ...place, plantId }, { record: row }, title, parts.now());
      const loaded = (await loadDraft(tx, parts.shelf, plantId, id))!;
      await addSteps(tx, loaded, person, [{ code: wish.code, before, after, reason: why }], parts.now());
      begun.push({ tag, id });
    }
    return good(begun);
  });
}

async function plan(
  { db, shelf }: Pick<DraftParts, "db" | "shelf">,
  plantId: number,
  { definition, code, typed, tags }: BulkWish,
): Promise<Result<Planned[]>> {
  const family = shelf.find(definition);
  if (!family)
    return bad({ kind: "not-found", text: "There is no such family here.", remedy: "Load the page again." });
  const planned: Planned[] = [];
  const retired = await db
    .select({ tag: tables.position.tag })
    .from(tables.position)
    .where(
      and(
        eq(tables.position.plantId, plantId),
        inArray(tables.position.tag, tags),
        isNotNull(tables.position.retiredAt),
      ),
    );
  for (const tag of new Set(tags)) {
    if (retired.some((each) => each.tag === tag)) {
      planned.push({ tag, faults: [], why: "It is retired." });
      continue;
    }
    const found = await recordAt(db, plantId, tag, "standing");
    const under = found && (await shelf.ofRecord(db, found.row));
    if (!found || under?.id !== definition)
      planned.push({ tag, faults: [], why: "It has no record of this family." });
    else planned.push(lineOf(tag, found.row, under, valuesByCode(await loadSet(db, found.row)), code, typed));
  }
  return good(planned);
}

function lineOf(
  tag: string,
  row: RecordRow,
  definition: Definition,
  values: ReadonlyMap<string, RawValue>,
  code: string,
  typed: string,
): Planned {
  const nothing = (why: string): Planned => ({ tag, record: row.number, faults: [], why });
  const fixed = whyNotDrafted(definition, code);
  if (fixed !== undefined) return nothing(fixed);
  const rating = row.rating ?? undefined;
  const parameter = parameterFor(definition, definition.byCode.get(code)!, rating);
  const parsed = parseValue(parameter, typed);
  if (!parsed.ok) return nothing(parsed.reason);
  const before = values.get(code);
  const from = before === undefined ? undefined : formatLine(parameter, before);
  if (before === parsed.raw) return { ...nothing("It is so already."), from };
  return {
    tag,
    record: row.number,
    row,
    before,
    after: parsed.raw,
    from,
    to: formatLine(parameter, parsed.raw),
    faults: faultsOf(definition, rating, values, code, parsed.raw),
  };
}

const sealOf = (planned: readonly Planned[]): string =>
  hashText(
    JSON.stringify(
      planned.map(({ tag, row, before, after }) => [tag, row?.id, before ?? null, after ?? null]),
    ),
  );
