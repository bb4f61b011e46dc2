import { and, eq, isNull, ne } from "drizzle-orm";
import { butForPlace, type ButForPlace } from "@/core/compare";
import { valuesByCode } from "@/core/set";
import { tables, type Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import { loadSet, recordById, standingOf } from "@/server/ledger";
import { preparedSpares, type PreparedSpare } from "./prepared";

/** A twin for which a spare would do as well, once what belongs to its place is restored onto it. */
export interface AlsoRight {
  tag: string;
  otherwise: ButForPlace;
}

/** A spare that is prepared for a position, or for a twin of it. */
export interface SpareFor extends PreparedSpare {
  /** Of one that was prepared for a twin: what is otherwise here. */
  otherwise?: ButForPlace;
}

/** The twins of the position that a spare was prepared for whose standing records are alike but for what belongs to the place. None where it is stale. */
export async function alsoRightFor(
  db: Database,
  shelf: DefinitionShelf,
  spare: PreparedSpare,
): Promise<AlsoRight[]> {
  if (spare.stale) return [];
  const found: AlsoRight[] = [];
  for (const twin of await twinsOf(db, spare.positionId)) {
    const otherwise = await apart(db, shelf, spare, twin.id);
    if (otherwise) found.push({ tag: twin.tag, otherwise });
  }
  return found;
}

/** The spares that lie ready for a position: prepared for it, or for a twin whose record is alike but for its place. */
export async function sparesFor(
  db: Database,
  shelf: DefinitionShelf,
  plantId: number,
  positionId: number,
): Promise<SpareFor[]> {
  const twins = new Set((await twinsOf(db, positionId)).map((each) => each.id));
  const found: SpareFor[] = [];
  for (const spare of await preparedSpares(db, plantId)) {
    if (spare.positionId === positionId) found.push(spare);
    if (!twins.has(spare.positionId) || spare.stale) continue;
    const otherwise = await apart(db, shelf, spare, positionId);
    if (otherwise) found.push({ ...spare, otherwise });
  }
  return found;
}

/** What is otherwise between the record that a spare was prepared with and the standing one of another position; undefined where that is more than the place, or cannot be compared. */
async function apart(
  db: Database,
  shelf: DefinitionShelf,
  { recordId }: PreparedSpare,
  positionId: number,
): Promise<ButForPlace | undefined> {
  const choice = await standingOf(db, positionId);
  const [prepared, stands] = [
    await recordById(db, recordId),
    choice && (await recordById(db, choice.recordId)),
  ];
  if (!prepared || !stands) return undefined;
  if (prepared.definitionId !== stands.definitionId || prepared.rating !== stands.rating) return undefined;
  const definition = await shelf.ofRecord(db, stands);
  if (!definition) return undefined;
  const otherwise = butForPlace(
    definition,
    valuesByCode(await loadSet(db, prepared)),
    valuesByCode(await loadSet(db, stands)),
  );
  return otherwise.settings.length === 0 ? otherwise : undefined;
}

async function twinsOf(db: Database, positionId: number): Promise<Array<{ id: number; tag: string }>> {
  const { position } = tables;
  const [own] = await db.select().from(position).where(eq(position.id, positionId));
  if (!own?.twinGroup) return [];
  return db
    .select({ id: position.id, tag: position.tag })
    .from(position)
    .where(
      and(
        eq(position.plantId, own.plantId),
        eq(position.twinGroup, own.twinGroup),
        ne(position.id, positionId),
        isNull(position.retiredAt),
      ),
    )
    .orderBy(position.tag);
}
