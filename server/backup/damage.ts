import { sql } from "drizzle-orm";
import type { Database } from "@/server/database";
import { rowsOf } from "./tables";

/** As many places as are named. */
const MOST = 20;

/**
 * Looks whether everything is there that records, current choices and files refer to, and numbers follow each other without a gap; gives what is wrong, in words.
 * Meant for the start: it reads keys, not contents.
 */
export async function lookForDamage(db: Database): Promise<string[]> {
  const found: string[] = [];
  const look = async (
    query: ReturnType<typeof sql>,
    words: (row: Record<string, unknown>) => string,
  ): Promise<void> => {
    for (const row of await rowsOf<Record<string, unknown>>(db, query)) found.push(words(row));
  };
  await look(
    sql`select p.tag, r.number from record r join position p on p.id = r.position_id
      where not exists (select 1 from content c where c.hash = r.hash_all) order by 1, 2 limit ${MOST}`,
    ({ tag, number }) => `Record ${String(number)} of ${String(tag)}: what it holds is missing.`,
  );
  await look(
    sql`select encode(substring(c.pieces from at.i * 32 + 1 for 32), 'hex') as hash, count(*)::int as n from content c,
        generate_series(0, length(c.pieces) / 32 - 1) as at(i)
      where not exists (select 1 from piece p where p.hash = substring(c.pieces from at.i * 32 + 1 for 32))
      group by 1 limit ${MOST}`,
    ({ hash, n }) =>
      `A group of values is missing that ${String(n)} contents refer to (${String(hash).slice(0, 12)}).`,
  );
  await look(
    sql`select p.tag, max(r.number)::int as last, count(*)::int as n from record r join position p on p.id = r.position_id
      group by p.tag having max(r.number) <> count(*) order by 1 limit ${MOST}`,
    ({ tag, last, n }) =>
      `${String(tag)} has ${String(n)} records, and the last is number ${String(last)}: some are missing.`,
  );
  await look(
    sql`select f.hash from file f where (select coalesce(sum(length(k.content)), 0) from file_chunk c join chunk k on k.hash = c.chunk_hash
      where c.file_hash = f.hash) <> f.size limit ${MOST}`,
    ({ hash }) => `A file is not whole (${String(hash).slice(0, 12)}).`,
  );
  return found;
}
