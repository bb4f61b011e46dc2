import { desc, eq } from "drizzle-orm";
import { tables, type Database } from "@/server/database";

export interface JournalLine {
  byName: string;
  kind: string;
  positionId?: number;
  text: string;
  href?: string;
  at?: Date;
}

/** Adds a line to the journal; inside the transaction of what it tells of. */
export async function writeJournal(db: Database, line: JournalLine): Promise<void> {
  await db.insert(tables.journal).values({ at: new Date(), ...line });
}

/** The newest lines, newest first, with the position's tag. */
export async function readJournal(db: Database, limit = 200, positionId?: number) {
  const { journal, position } = tables;
  return db
    .select({
      id: journal.id,
      at: journal.at,
      byName: journal.byName,
      kind: journal.kind,
      text: journal.text,
      href: journal.href,
      tag: position.tag,
    })
    .from(journal)
    .leftJoin(position, eq(position.id, journal.positionId))
    .where(positionId === undefined ? undefined : eq(journal.positionId, positionId))
    .orderBy(desc(journal.at), desc(journal.id))
    .limit(limit);
}
