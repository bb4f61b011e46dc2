import { and, asc, desc, eq, inArray, isNull } from "drizzle-orm";
import { bad, good, type Result } from "@/core/drive";
import { counted } from "@/core/words";
import { tables, type Database } from "@/server/database";
import { writeJournal } from "@/server/journal";
import { recordByNumber } from "@/server/ledger";
import type { Person } from "@/server/people";
import { findPosition } from "@/server/plant";

const { batch, batchMember, position, link } = tables;

/** What a person asks for: which positions, and one record for all or each its own standing one. */
export interface BatchRequest {
  tags: readonly string[];
  source?: { tag: string; record: number };
  onTrouble: (typeof tables.ON_TROUBLE)[number];
}

/** A position of a batch with the way to its drive. */
export interface MemberRow {
  positionId: number;
  tag: string;
  title: string;
  linkId: number | null;
  unitAddress: number | null;
  link: string | null;
  jobId: number | null;
  said: string;
}

/** Writes down which positions are meant and what each gets. Nothing is connected by this. Refused when one of them or the record is not here. */
export async function insertBatch(
  db: Database,
  person: Person,
  plantId: number,
  { tags, source, onTrouble }: BatchRequest,
  at: Date,
): Promise<Result<number>> {
  const wanted = [...new Set(tags)];
  const found = await db
    .select({ id: position.id, tag: position.tag })
    .from(position)
    .where(and(eq(position.plantId, plantId), inArray(position.tag, wanted), isNull(position.retiredAt)));
  const missing = wanted.find((tag) => !found.some((each) => each.tag === tag));
  if (missing !== undefined)
    return bad({
      kind: "not-found",
      text: `There is no position ${missing} in this plant, or it was retired.`,
      remedy: "Choose from the plant's list.",
    });
  const from = source && (await findPosition(db, plantId, source.tag));
  const row = source && from && (await recordByNumber(db, from.id, source.record));
  if (source && !row)
    return bad({
      kind: "not-found",
      text: `${source.tag} has no record ${source.record}.`,
      remedy: "Choose one from its ledger.",
    });
  return db.transaction(async (tx) => {
    const [made] = await tx
      .insert(batch)
      .values({ plantId, at, by: person.id, byName: person.name, recordId: row?.id, onTrouble })
      .returning({ id: batch.id });
    const id = made!.id;
    await tx.insert(batchMember).values(found.map((each) => ({ batchId: id, positionId: each.id })));
    await writeJournal(tx, {
      at,
      plantId,
      by: person.id,
      byName: person.name,
      kind: "restore",
      text: `Began to restore ${counted(found.length, "drive")} in one go: ${source ? `record ${source.record} of ${source.tag}` : "each its own standing record"}.`,
      href: `/batches/${id}`,
    });
    return good(id);
  });
}

/** A batch of a plant by its number; undefined when there is none. */
export async function batchRow(db: Database, plantId: number, id: number) {
  const { record } = tables;
  const [row] = await db
    .select({ batch, record: record.number, tag: position.tag, definitionId: record.definitionId })
    .from(batch)
    .leftJoin(record, eq(record.id, batch.recordId))
    .leftJoin(position, eq(position.id, record.positionId))
    .where(and(eq(batch.id, id), eq(batch.plantId, plantId)));
  return row;
}

/** The positions of a batch in the order of their tags. */
export function membersOf(db: Database, id: number): Promise<MemberRow[]> {
  return db
    .select({
      positionId: position.id,
      tag: position.tag,
      title: position.title,
      linkId: position.linkId,
      unitAddress: position.unitAddress,
      link: link.name,
      jobId: batchMember.jobId,
      said: batchMember.said,
    })
    .from(batchMember)
    .innerJoin(position, eq(position.id, batchMember.positionId))
    .leftJoin(link, eq(link.id, position.linkId))
    .where(eq(batchMember.batchId, id))
    .orderBy(asc(position.tag));
}

/** Notes of one position which restore it is, or why there is none. */
export async function noteMember(
  db: Database,
  id: number,
  positionId: number,
  noted: { jobId?: number; said: string },
): Promise<void> {
  await db
    .update(batchMember)
    .set(noted)
    .where(and(eq(batchMember.batchId, id), eq(batchMember.positionId, positionId)));
}

/** The batches of a plant, the newest first. */
export async function listBatches(db: Database, plantId: number) {
  const rows = await db
    .select()
    .from(batch)
    .where(eq(batch.plantId, plantId))
    .orderBy(desc(batch.id))
    .limit(50);
  const members = await db
    .select({ batchId: batchMember.batchId, tag: position.tag })
    .from(batchMember)
    .innerJoin(position, eq(position.id, batchMember.positionId))
    .where(inArray(batchMember.batchId, [0, ...rows.map((each) => each.id)]))
    .orderBy(asc(position.tag));
  return rows.map(({ id, at, byName }) => ({
    id,
    at: at.getTime(),
    byName,
    tags: members.filter((each) => each.batchId === id).map((each) => each.tag),
  }));
}
