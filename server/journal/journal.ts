import { and, desc, eq, gte, isNull, lt, lte, or, sql, type SQL } from "drizzle-orm";
import type { JournalKind } from "@/core/contract";
import { tables, type Database } from "@/server/database";

export interface JournalLine {
  by: string;
  byName: string;
  kind: JournalKind;
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

/** What is looked for in a journal. */
export interface JournalFilter {
  person?: string;
  tag?: string;
  kind?: string;
  from?: Date;
  /** Up to and with this moment. */
  until?: Date;
  /** Lines that stand behind this one. */
  before?: { at: Date; id: number };
}

/** The newest lines that fit, newest first, with the position's tag: a plant's own and those of the whole archive. */
export async function readJournal(
  db: Database,
  plantId: number,
  limit = 200,
  { person, tag, kind, from, until, before }: JournalFilter = {},
) {
  const { journal, position, user } = tables;
  const fits: Array<SQL | undefined> = [
    or(eq(journal.plantId, plantId), isNull(journal.plantId)),
    person === undefined ? undefined : eq(journal.byName, person),
    tag === undefined ? undefined : eq(position.tag, tag),
    kind === undefined ? undefined : eq(journal.kind, kind),
    from && gte(journal.at, from),
    until && lte(journal.at, until),
    before && or(lt(journal.at, before.at), and(eq(journal.at, before.at), lt(journal.id, before.id))),
  ];
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
    .where(and(...fits))
    .orderBy(desc(journal.at), desc(journal.id))
    .limit(limit);
}

/** Who stands in a plant's journal or in the lines of the whole archive, by name. */
export async function journalPeople(db: Database, plantId: number): Promise<string[]> {
  const names = [
    ...(await namesIn(db, sql`plant_id = ${plantId}`)),
    ...(await namesIn(db, sql`plant_id is null`)),
  ];
  return [...new Set(names)].sort((a, b) => a.localeCompare(b));
}

/** The names in lines of a plant: each is looked up behind the one before, since there are few names and many lines. */
async function namesIn(db: Database, lines: SQL): Promise<string[]> {
  const found = (await db.execute(sql`
    with recursive names(name) as (
      (select by_name from journal where ${lines} order by by_name limit 1)
      union all
      select (select by_name from journal where ${lines} and by_name > n.name order by by_name limit 1)
      from names n where n.name is not null
    ) select name from names where name is not null`)) as unknown as { rows: Array<{ name: string }> };
  return found.rows.map((each) => each.name);
}
