import { and, desc, eq, isNull, or, type SQL } from "drizzle-orm";
import type { FileKind, FileView } from "@/core/contract";
import { bad, good, type Result } from "@/core/drive";
import { endLies } from "@/core/format";
import { tables, type Database } from "@/server/database";
import { writeJournal } from "@/server/journal";
import type { Person } from "@/server/people";

const { attachment, attachmentWithdrawn, file, position, record } = tables;

/** What a file is added to; the first that is there says where it leads. */
export interface Owner {
  positionId?: number;
  recordId?: number;
  driveId?: number;
  definitionId?: string;
  /** In words, for the journal. */
  words: string;
  href: string;
}

/** Adds a file that is stored already to something. */
export async function attach(
  db: Database,
  person: Person,
  plantId: number,
  { words, href, ...owner }: Owner,
  given: { hash: string; name: string; kind: FileKind; note: string },
  at: Date,
): Promise<number> {
  return db.transaction(async (tx) => {
    const { hash, name, kind, note } = given;
    const [row] = await tx
      .insert(attachment)
      .values({ plantId, fileHash: hash, name, kind, note, at, by: person.id, byName: person.name, ...owner })
      .returning({ id: attachment.id });
    await writeJournal(tx, {
      at,
      plantId,
      by: person.id,
      byName: person.name,
      kind: "file",
      positionId: owner.positionId,
      text: `Added the file ${name} to ${words}.`,
      href,
    });
    return row!.id;
  });
}

/** Says that a file is not to be used any more; it stays, with the reason. */
export async function withdraw(
  db: Database,
  person: Person,
  plantId: number,
  id: number,
  why: string,
  at: Date,
): Promise<Result<undefined>> {
  return db.transaction(async (tx) => {
    const found = await attachmentOf(tx, plantId, id);
    if (!found)
      return bad<undefined>({
        kind: "not-found",
        text: "There is no such file.",
        remedy: "Load the page again.",
      });
    const done = await tx
      .insert(attachmentWithdrawn)
      .values({ attachmentId: id, at, by: person.id, byName: person.name, why })
      .onConflictDoNothing()
      .returning({ id: attachmentWithdrawn.attachmentId });
    if (done.length > 0)
      await writeJournal(tx, {
        at,
        plantId,
        by: person.id,
        byName: person.name,
        kind: "file",
        positionId: found.positionId ?? undefined,
        text: `Withdrew the file ${found.name}: ${why}`,
      });
    return good(undefined);
  });
}

/** An added file of a plant, with its content's hash and type; undefined when there is none. */
export async function attachmentOf(db: Database, plantId: number, id: number) {
  const [found] = await db
    .select({
      name: attachment.name,
      hash: file.hash,
      type: file.type,
      size: file.size,
      positionId: attachment.positionId,
    })
    .from(attachment)
    .innerJoin(file, eq(file.hash, attachment.fileHash))
    .where(and(eq(attachment.id, id), eq(attachment.plantId, plantId)));
  return found;
}

/** Files of a plant that belong to any of these, the newest first. */
export async function filesOf(
  db: Database,
  plantId: number,
  {
    positionId,
    driveId,
    definitionId,
    recordId,
  }: { positionId?: number; driveId?: number; definitionId?: string; recordId?: number },
): Promise<FileView[]> {
  const of: Array<SQL | undefined> = [
    positionId === undefined ? undefined : eq(attachment.positionId, positionId),
    driveId === undefined ? undefined : eq(attachment.driveId, driveId),
    recordId === undefined ? undefined : eq(attachment.recordId, recordId),
    definitionId === undefined
      ? undefined
      : and(eq(attachment.definitionId, definitionId), isNull(attachment.driveId)),
  ];
  const rows = await db
    .select({
      row: attachment,
      size: file.size,
      type: file.type,
      withdrawn: attachmentWithdrawn,
      record: record.number,
      tag: position.tag,
    })
    .from(attachment)
    .innerJoin(file, eq(file.hash, attachment.fileHash))
    .leftJoin(attachmentWithdrawn, eq(attachmentWithdrawn.attachmentId, attachment.id))
    .leftJoin(record, eq(record.id, attachment.recordId))
    .leftJoin(position, eq(position.id, attachment.positionId))
    .where(and(eq(attachment.plantId, plantId), or(...of)))
    .orderBy(desc(attachment.id))
    .limit(500);
  return rows.map(({ row, size, type, withdrawn, record: number, tag }) => ({
    id: row.id,
    name: row.name,
    kind: row.kind,
    note: row.note,
    type,
    size,
    at: row.at.getTime(),
    byName: row.byName,
    of: ownerWords(row, number, tag),
    lies: endLies(row.name, type),
    withdrawn: withdrawn ? { byName: withdrawn.byName, why: withdrawn.why } : undefined,
  }));
}

function ownerWords(row: typeof attachment.$inferSelect, number: number | null, tag: string | null): string {
  if (number !== null) return `record ${number}`;
  if (row.driveId !== null) return "the drive";
  return row.definitionId === null ? (tag ?? "the position") : "its family";
}
