import { readFileSync } from "node:fs";
import type { PGlite } from "@electric-sql/pglite";
import { readMigrationFiles } from "drizzle-orm/migrator";
import { embeddedOver, onlyOwner, type OpenDatabase } from "@/server/database";
import { ownDatabase } from "./lent";

export const MIGRATIONS = "server/database/migrations";

/** The plant that a version of the program kept after migration 3. */
const ROWS = { after: 3, file: "server/testing/former/after-0003.sql" };

/** A database as an earlier version left it: its migrations up to one of them (3 or later), listed as run, and the rows of a small plant. */
export async function formerDatabase(last: number): Promise<OpenDatabase & { pg: PGlite }> {
  const pg = await ownDatabase();
  await pg.exec(`drop schema public cascade; create schema public; drop schema drizzle cascade; create schema drizzle;
    create table drizzle.__drizzle_migrations (id serial primary key, hash text not null, created_at bigint)`);
  const all = readMigrationFiles({ migrationsFolder: MIGRATIONS });
  for (const [i, { sql, hash, folderMillis }] of all.slice(0, last + 1).entries()) {
    for (const statement of sql) await pg.exec(statement);
    await pg.query("insert into drizzle.__drizzle_migrations (hash, created_at) values ($1, $2)", [
      hash,
      folderMillis,
    ]);
    if (i === ROWS.after) await pg.exec(readFileSync(ROWS.file, "utf8"));
  }
  return { db: embeddedOver(pg), pg, owner: onlyOwner(), close: () => pg.close() };
}
