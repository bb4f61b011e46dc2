import { join } from "node:path";
import { PGlite } from "@electric-sql/pglite";
import type { PgDatabase, PgQueryResultHKT } from "drizzle-orm/pg-core";
import { drizzle as drizzlePglite } from "drizzle-orm/pglite";
import { migrate as migratePglite } from "drizzle-orm/pglite/migrator";
import { drizzle as drizzleServer } from "drizzle-orm/node-postgres";
import { migrate as migrateServer } from "drizzle-orm/node-postgres/migrator";
import { DurableNodeFS, durableStartParams } from "./durable-fs";
import { lockFolder } from "./lock";
import * as schema from "./schema";

/** The database as services see it: embedded or a server, a transaction or not. */
export type Database = PgDatabase<PgQueryResultHKT, typeof schema>;

export interface OpenDatabase {
  db: Database;
  close(): Promise<void>;
}

const migrationsFolder = join(/* turbopackIgnore: true */ process.cwd(), "server/database/migrations");

/** Opens the embedded database in a folder, durable and locked, and brings its tables up to date. */
export async function openEmbedded(folder: string): Promise<OpenDatabase> {
  const lock = await lockFolder(folder);
  try {
    const pg = await PGlite.create({
      fs: new DurableNodeFS(join(folder, "database")),
      startParams: durableStartParams(PGlite.defaultStartParams),
    });
    const db = drizzlePglite(pg, { schema });
    await migratePglite(db, { migrationsFolder });
    return {
      db,
      close: async () => {
        await pg.close();
        await lock.release();
      },
    };
  } catch (error) {
    await lock.release();
    throw error;
  }
}

/** A database in memory, for tests; `template` is a dump of one that is already migrated. */
export async function openInMemory(template?: Blob): Promise<OpenDatabase & { pg: PGlite }> {
  const pg = await PGlite.create(template ? { loadDataDir: template } : {});
  const db = drizzlePglite(pg, { schema });
  if (!template) await migratePglite(db, { migrationsFolder });
  return { db, pg, close: () => pg.close() };
}

/** Opens a PostgreSQL server's database (15 or newer) and brings its tables up to date. */
export async function openServer(url: string): Promise<OpenDatabase> {
  const db = drizzleServer(url, { schema });
  await migrateServer(db, { migrationsFolder });
  return { db, close: () => db.$client.end() };
}
