import { randomUUID } from "node:crypto";
import { sql } from "drizzle-orm";
import pg from "pg";
import type { Database } from "./access";

/** This process among those that share a ledger: jobs name the one that works on them. */
export interface Owner {
  id: string;
  /** Whether another process that is named so still lives. */
  lives(other: string): Promise<boolean>;
}

/** An embedded database belongs to one process: whoever else is named is dead. */
export function onlyOwner(): Owner {
  return { id: randomUUID(), lives: () => Promise.resolve(false) };
}

/** A lost connection is noticed, and said, within this time. */
const LOST_AFTER_MS = 2000;
const BEAT_MS = 500;

/**
 * A process on a database server: it holds an advisory lock in a connection of its own, which the server frees when the process dies or is cut off.
 * `lost` is told once, at most 2 s after the connection broke: from then on others may take this process for dead, so it must not go on.
 */
export async function ownerOnServer(
  url: string,
  db: Database,
  lost: () => void,
): Promise<Owner & { end: () => Promise<void> }> {
  const id = randomUUID();
  const client = new pg.Client({
    connectionString: url,
    keepAlive: true,
    application_name: "calm-ledger owner",
  });
  await client.connect();
  await client.query("select pg_advisory_lock(hashtextextended($1, 0))", [id]);
  let over = false;
  const tell = (): void => {
    if (over) return;
    over = true;
    clearInterval(beat);
    lost();
  };
  client.on("error", tell);
  client.on("end", tell);
  // When the oldest question was sent that is not answered. A clock that is set says nothing of how long that is.
  let asked: number | undefined;
  const beat = setInterval(() => {
    asked ??= performance.now();
    client.query("select 1").then(() => (asked = undefined), tell);
    // Where this program itself stood still, the answer lies there already and is taken in first.
    setImmediate(() => {
      if (asked !== undefined && performance.now() - asked >= LOST_AFTER_MS - 2 * BEAT_MS) tell();
    });
  }, BEAT_MS);
  beat.unref();
  return {
    id,
    async lives(other) {
      if (other === id) return true;
      return db.transaction(async (tx) => {
        const { rows } = (await tx.execute(
          sql`select pg_try_advisory_xact_lock(hashtextextended(${other}, 0)) as free`,
        )) as unknown as { rows: Array<{ free: boolean }> };
        return !rows[0]!.free;
      });
    },
    async end() {
      over = true;
      clearInterval(beat);
      await client.end();
    },
  };
}
