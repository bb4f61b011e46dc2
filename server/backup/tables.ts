import { sql } from "drizzle-orm";
import type { Database } from "@/server/database";

/** What is not taken along: sign-ins end with the ledger they are of, half a reading is read again. */
const LEFT_OUT = new Set(["session", "verification", "reading", "reading_group"]);

/** A table as it is copied: its name, its key, whether it numbers its rows itself. */
export interface CopiedTable {
  name: string;
  key: string[];
  numbered: string | undefined;
}

/** Rows of a query as the driver gives them: only texts are the same with every one; arrays and JSON are asked for as text. */
export async function rowsOf<R>(db: Database, query: ReturnType<typeof sql>): Promise<R[]> {
  return ((await db.execute(query)) as unknown as { rows: R[] }).rows;
}

/** All tables that a copy holds, each after those it refers to. Read from the database itself, so that no later table is forgotten. */
export async function copiedTables(db: Database): Promise<CopiedTable[]> {
  const columns = await rowsOf<{ name: string; key: string | null; numbered: string | null }>(
    db,
    sql`select c.relname as name,
      (select string_agg(a.attname::text, ' ' order by k.ord) from pg_index i
        cross join lateral unnest(i.indkey) with ordinality as k(attnum, ord)
        join pg_attribute a on a.attrelid = c.oid and a.attnum = k.attnum
        where i.indrelid = c.oid and i.indisprimary) as key,
      (select a.attname::text from pg_attribute a where a.attrelid = c.oid and a.attidentity <> '' limit 1) as numbered
      from pg_class c join pg_namespace n on n.oid = c.relnamespace
      where n.nspname = 'public' and c.relkind = 'r' order by c.relname`,
  );
  const refers = await rowsOf<{ from: string; to: string }>(
    db,
    sql`select c.conrelid::regclass::text as "from", c.confrelid::regclass::text as "to" from pg_constraint c
      join pg_namespace n on n.oid = c.connamespace where c.contype = 'f' and n.nspname = 'public'`,
  );
  const plain = (name: string): string => name.replaceAll('"', "");
  const left = columns.filter((each) => !LEFT_OUT.has(each.name));
  const ordered: CopiedTable[] = [];
  while (left.length > 0) {
    const ready = left.findIndex(({ name }) =>
      refers.every(
        ({ from, to }) =>
          plain(from) !== name || plain(to) === name || !left.some((each) => each.name === plain(to)),
      ),
    );
    if (ready < 0)
      throw new Error(`Tables refer to each other in a circle: ${left.map((each) => each.name).join(", ")}.`);
    const [{ name, key, numbered }] = left.splice(ready, 1) as [(typeof left)[number]];
    if (!key) throw new Error(`The table ${name} has no key.`);
    ordered.push({ name, key: key.split(" "), numbered: numbered ?? undefined });
  }
  return ordered;
}
