import { sql } from "drizzle-orm";
import { readMigrationFiles } from "drizzle-orm/migrator";
import type { Database } from "./access";
import { migrationsFolder } from "./open";

/**
 * Makes all tables anew as they were after an earlier change of them (`migration`, by its hash), has them filled, and then brings them and what is in them up to date.
 * What they held is gone, unless the transaction is undone. Changes nothing where this version of the program does not know that change ("unknown"), or where this
 * role at a server may not make tables ("not-allowed").
 */
export async function fillAsItWas(
  tx: Database,
  migration: string,
  fill: () => Promise<void>,
): Promise<"filled" | "unknown" | "not-allowed"> {
  const all = readMigrationFiles({ migrationsFolder });
  const last = all.findIndex((each) => each.hash === migration);
  if (last < 0) return "unknown";
  const { rows } = (await tx.execute(
    sql`select has_database_privilege(current_database(), 'create') and pg_has_role(nspowner, 'usage') as may from pg_namespace where nspname = 'public'`,
  )) as unknown as { rows: Array<{ may: boolean }> };
  if (!rows[0]?.may) return "not-allowed";
  const run = async (some: typeof all): Promise<void> => {
    for (const statement of some.flatMap((each) => each.sql)) await tx.execute(sql.raw(statement));
  };
  await tx.execute(sql`drop schema public cascade`);
  await tx.execute(sql`create schema public`);
  await run(all.slice(0, last + 1));
  await fill();
  await run(all.slice(last + 1));
  return "filled";
}
