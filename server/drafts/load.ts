import { and, asc, desc, eq, isNull } from "drizzle-orm";
import type { Definition } from "@/core/definition";
import { draftValues, type DraftStep, type Values } from "@/core/draft";
import { factorySet, valuesByCode, isPartial } from "@/core/set";
import { tables, type Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import { loadSet, recordById, type FileIdentity } from "@/server/ledger";

const { draft, draftStep, position } = tables;

export type DraftRow = typeof draft.$inferSelect;

/** A draft with everything it is made of. */
export interface LoadedDraft {
  row: DraftRow;
  tag: string;
  /** When its position was retired; null where drives are installed. */
  retiredAt: Date | null;
  /** The number of the record that it stands on; undefined where it stands on a factory default. */
  record: number | undefined;
  /** That record lacks some of the drive's parameters. */
  partial: boolean;
  /** Whose parameters they are, as far as anybody knows. */
  identity: FileIdentity;
  rating: string | undefined;
  /** What the record holds, or the factory's default. */
  base: Values;
  definition: Definition;
  steps: DraftStep[];
  /** What it holds now. */
  values: Map<string, string | number>;
}

/** A draft of a plant; undefined when there is none, or when its definition is not here. */
export async function loadDraft(
  db: Database,
  shelf: DefinitionShelf,
  plantId: number,
  id: number,
): Promise<LoadedDraft | undefined> {
  const [found] = await db
    .select({ row: draft, tag: position.tag, retiredAt: position.retiredAt })
    .from(draft)
    .innerJoin(position, eq(position.id, draft.positionId))
    .where(and(eq(draft.id, id), eq(draft.plantId, plantId)));
  const ground = found && (await groundOf(db, shelf, found.row));
  if (!found || !ground) return undefined;
  const steps = await stepsOf(db, id);
  return { ...found, ...ground, steps, values: draftValues(ground.base, steps) };
}

/** What a draft stands on: a record, or the factory default for a type plate. */
async function groundOf(
  db: Database,
  shelf: DefinitionShelf,
  { recordId, plate }: DraftRow,
): Promise<
  Pick<LoadedDraft, "record" | "partial" | "identity" | "rating" | "base" | "definition"> | undefined
> {
  if (recordId !== null) {
    const record = await recordById(db, recordId);
    const definition = record && (await shelf.ofRecord(db, record));
    if (!record || !definition) return undefined;
    const { serial, ratingName, supply, firmware, facts, number } = record;
    const rating = record.rating ?? undefined;
    const identity = {
      serial,
      rating,
      ratingName,
      supply,
      firmware,
      axes: facts.axes,
      options: facts.options,
    };
    const base = valuesByCode(await loadSet(db, record));
    return { record: number, partial: isPartial(record), identity, rating, base, definition };
  }
  if (!plate) return undefined;
  const { definitionId, definitionVersion, axes, options, ...identity } = plate;
  const { firmware, rating } = identity;
  const definition = await shelf.ofRecord(db, {
    definitionId,
    definitionVersion,
    firmware,
    facts: { axes, options },
  });
  if (!definition) return undefined;
  const base = valuesByCode(factorySet(definition, rating));
  return {
    record: undefined,
    partial: false,
    identity: { ...identity, axes, options },
    rating,
    base,
    definition,
  };
}

/** The steps of a draft in the order in which they were made. */
export async function stepsOf(db: Database, id: number): Promise<DraftStep[]> {
  const rows = await db.select().from(draftStep).where(eq(draftStep.draftId, id)).orderBy(asc(draftStep.n));
  return rows.map(({ before, after, undoes, at, n, code, reason, by, byName }) => ({
    n,
    code,
    reason,
    by,
    byName,
    before: before ?? undefined,
    after: after ?? undefined,
    at: at.getTime(),
    undoes: undoes ?? undefined,
  }));
}

/** The drafts of a position that are open, the newest first. */
export function openDrafts(
  db: Database,
  positionId: number,
): Promise<Array<Pick<DraftRow, "id" | "title" | "byName" | "at">>> {
  return db
    .select({ id: draft.id, title: draft.title, byName: draft.byName, at: draft.at })
    .from(draft)
    .where(and(eq(draft.positionId, positionId), isNull(draft.closedAt)))
    .orderBy(desc(draft.id));
}
