import { join } from "node:path";
import { MessageChannel, type MessagePort, type Worker } from "node:worker_threads";
import { PGlite } from "@electric-sql/pglite";
import { drizzle as drizzleServer } from "drizzle-orm/node-postgres";
import { migrate as migrateServer } from "drizzle-orm/node-postgres/migrator";
import { migrate as migratePglite } from "drizzle-orm/pglite/migrator";
import pg from "pg";
import { startThread } from "@/server/threads";
import { embeddedOver, serverPool, type Database, type DatabaseAccess } from "./access";
import { folderFault } from "./folder-fault";
import { lockFolder } from "./lock";
import { onlyOwner, ownerOnServer, type Owner } from "./owner";
import * as schema from "./schema";
import { connectDatabase } from "./thread/client";

export interface OpenDatabase {
  db: Database;
  /** A way to the same database for another thread; undefined where there is none (a database in memory). */
  access?: () => DatabaseAccess;
  owner: Owner;
  /** Told when the database's thread ended by itself, or the server is not reached any more, with the reason. */
  onEnded?: (reason: string) => void;
  close(): Promise<void>;
}

/** Where the changes of the tables lie, in the order they are made. */
export const migrationsFolder = join(/* turbopackIgnore: true */ process.cwd(), "server/database/migrations");

/**
 * Opens the embedded database in a folder, durable and locked, in a thread of its own, and brings its tables up to date. A slow query
 * then holds up neither pages nor links.
 */
export async function openEmbedded(folder: string): Promise<OpenDatabase> {
  const lock = await lockFolder(folder).catch((error: unknown) => {
    throw folderFault(folder, error);
  });
  let thread: Worker | undefined;
  try {
    thread = startThread("database", { workerData: { folder: join(folder, "database") } });
    await said(thread, "ready");
    const worker = thread;
    const connect = (): MessagePort => {
      const { port1, port2 } = new MessageChannel();
      worker.postMessage({ connect: port1 }, [port1]);
      // Nothing waits for these ports when the program ends.
      port2.unref();
      return port2;
    };
    const port = connect();
    const client = connectDatabase(port);
    const told: Pick<OpenDatabase, "onEnded"> = {};
    let closing = false;
    let reason = "The database's thread has ended.";
    worker.once("error", (error) => (reason = `The database's thread met a fault: ${error.message}`));
    worker.on("message", ({ aborted }: { aborted?: string }) => {
      if (aborted === undefined) return;
      reason = `The embedded database ended itself: ${aborted}. What was acknowledged is kept. Mend the cause (make room, where the disk is full), then start again.`;
      void worker.terminate();
    });
    let gone = false;
    worker.once("exit", () => {
      gone = true;
      client.end(reason);
      if (!closing) told.onEnded?.(reason);
    });
    const db = embeddedOver(client);
    await migratePglite(db as never, { migrationsFolder });
    return Object.assign(told, {
      db,
      owner: onlyOwner(),
      access: () => ({ port: connect() }),
      close: async () => {
        closing = true;
        if (!gone) {
          const closed = said(worker, "closed");
          worker.postMessage({ close: true });
          await closed;
          await worker.terminate();
        }
        await lock.release();
      },
    });
  } catch (error) {
    await thread?.terminate();
    await lock.release();
    throw folderFault(folder, error);
  }
}

/** Resolves when a thread says a word; rejects when it fails or ends before. */
function said(thread: Worker, word: string): Promise<void> {
  return new Promise((resolve, reject) => {
    const done = (settle: () => void): void => {
      thread.off("message", hear);
      thread.off("error", reject);
      thread.off("exit", left);
      settle();
    };
    const left = (): void => done(() => reject(new Error("The database's thread has ended.")));
    const hear = (message: Record<string, unknown>): void => {
      if (message[word]) done(resolve);
      else if (message.failed) done(() => reject(new Error(String(message.failed))));
    };
    thread.on("message", hear);
    thread.once("error", reject);
    thread.once("exit", left);
  });
}

/** A database in memory, for tests. */
export async function openInMemory(): Promise<OpenDatabase & { pg: PGlite }> {
  const pg = await PGlite.create();
  const db = embeddedOver(pg);
  await migratePglite(db as never, { migrationsFolder });
  return { db, pg, owner: onlyOwner(), close: () => pg.close() };
}

/** Number of the lock under which tables are brought up to date: two programs that start together do it one after the other. */
const MIGRATION_LOCK = 4_310_001;

/**
 * Opens a PostgreSQL server's database (15 or newer) and brings its tables up to date. The role that does that may be another than the one that works
 * with them (`migrationUrl`).
 */
export async function openServer(url: string, migrationUrl = url): Promise<OpenDatabase> {
  await migrateOnServer(migrationUrl);
  const pool = serverPool(url);
  const db = drizzleServer(pool, { schema });
  try {
    const told: Pick<OpenDatabase, "onEnded"> = {};
    const owner = await ownerOnServer(url, db, () =>
      told.onEnded?.(
        "The database server is not reached any more. Nothing more is sent to any drive; start again when it is there: restores say how far they came.",
      ),
    );
    return Object.assign(told, {
      db,
      owner,
      access: () => ({ url }),
      close: async () => {
        await owner.end();
        await pool.end();
      },
    });
  } catch (error) {
    await pool.end();
    throw error;
  }
}

async function migrateOnServer(url: string): Promise<void> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    await client.query("select pg_advisory_lock($1)", [MIGRATION_LOCK]);
    await migrateServer(drizzleServer(client, { schema }), { migrationsFolder });
    // A copy says under which change of the tables it was made; whoever works with them may be another role.
    await client.query("grant usage on schema drizzle to public");
    await client.query("grant select on drizzle.__drizzle_migrations to public");
  } finally {
    // The lock goes with the connection.
    await client.end();
  }
}
