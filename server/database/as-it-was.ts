import { getTableName, is, sql } from "drizzle-orm";
import { readMigrationFiles } from "drizzle-orm/migrator";
import { PgTable } from "drizzle-orm/pg-core";
import type { Database } from "./access";
import { migrationsFolder } from "./open";
import * as schema from "./schema";

/**
 * Makes all tables anew as they were after an earlier change of them (`migration`, by its hash), has them filled, and then brings them and what is in them up to date.
 * What they held is gone, unless the transaction is undone; what else lies in the database stays, and so do the rights in its schema. Changes nothing where this version
 * of the program does not know that change ("unknown"), or where this role at a server may not make tables ("not-allowed").
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
    sql`select has_schema_privilege('public', 'create') and pg_has_role(relowner, 'usage') as may from pg_class where oid = 'public.record'::regclass`,
  )) as unknown as { rows: Array<{ may: boolean }> };
  if (!rows[0]?.may) return "not-allowed";
  const run = async (statements: readonly string[]): Promise<void> => {
    for (const statement of statements) await tx.execute(sql.raw(statement));
  };
  const statements = (some: typeof all): string[] => some.flatMap((each) => each.sql);
  const tables = Object.values(schema).flatMap((each) => (is(each, PgTable) ? [getTableName(each)] : []));
  const functions = statements(all).flatMap(
    (each) => /^\s*(?:--.*\n)*CREATE FUNCTION (\w+)/i.exec(each)?.[1] ?? [],
  );
  await run([
    ...tables.map((each) => `drop table public."${each}" cascade`),
    ...functions.map((each) => `drop function public.${each} cascade`),
    ...statements(all.slice(0, last + 1)),
  ]);
  await fill();
  await run(statements(all.slice(last + 1)));
  return "filled";
}
