import type { MessagePort } from "node:worker_threads";
import type { PGlite } from "@electric-sql/pglite";
import { drizzle as drizzleServer } from "drizzle-orm/node-postgres";
import type { PgDatabase, PgQueryResultHKT } from "drizzle-orm/pg-core";
import { drizzle as drizzlePglite } from "drizzle-orm/pglite";
import pg from "pg";
import { log } from "@/server/log";
import * as schema from "./schema";
import { connectDatabase, type ThreadDatabase } from "./thread/client";

/** The database as services see it: embedded or a server, a transaction or not. */
export type Database = PgDatabase<PgQueryResultHKT, typeof schema>;

/** How another thread gets a database of its own: through a port to the embedded one, or by the address of a server. */
export type DatabaseAccess = { port: MessagePort } | { url: string };

/** The layer that makes queries, over whatever speaks to the embedded database. */
export function embeddedOver(client: PGlite | ThreadDatabase): Database {
  return drizzlePglite(client as PGlite, { schema });
}

/** Connections to a database server. One that breaks while nobody uses it is replaced, and ends nothing. */
export function serverPool(url: string): pg.Pool {
  const pool = new pg.Pool({ connectionString: url, keepAlive: true, connectionTimeoutMillis: 10_000 });
  pool.on("error", (error) => log.warn({ error }, "a connection to the database server broke"));
  return pool;
}

/** The embedded database of another thread, or a server's, as one that works beside the main thread sees it. Nothing is migrated. */
export function openAccess(access: DatabaseAccess): Database {
  if ("url" in access) return drizzleServer(serverPool(access.url), { schema });
  return embeddedOver(connectDatabase(access.port));
}
