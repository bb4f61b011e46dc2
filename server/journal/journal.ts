import { desc, eq, isNull, or } from "drizzle-orm";
import { tables, type Database } from "@/server/database";

export interface JournalLine {
  by: string;
  byName: string;
  kind: string;
  /** Absent for what concerns the whole archive. */
  plantId?: number;
  positionId?: number;
  text: string;
  href?: string;
  at: Date;
}

/** Adds a line to the journal; inside the transaction of what it tells of. */
export async function writeJournal(db: Database, line: JournalLine): Promise<void> {
  await db.insert(tables.journal).values(line);
}

/** The newest lines, newest first, with the position's tag: a plant's own and those of the whole archive. */
export async function readJournal(db: Database, plantId: number, limit = 200) {
  const { journal, position, user } = tables;
  return db
    .select({
      id: journal.id,
      at: journal.at,
      byName: journal.byName,
      /** The account's address: two people may have one name. */
      account: user.email,
      kind: journal.kind,
      text: journal.text,
      href: journal.href,
      tag: position.tag,
    })
    .from(journal)
    .leftJoin(user, eq(user.id, journal.by))
    .leftJoin(position, eq(position.id, journal.positionId))
    .where(or(eq(journal.plantId, plantId), isNull(journal.plantId)))
    .orderBy(desc(journal.at), desc(journal.id))
    .limit(limit);
}
