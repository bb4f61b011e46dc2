import { MessageChannel } from "node:worker_threads";
import type { PGlite } from "@electric-sql/pglite";
import { embeddedOver, onlyOwner, type OpenDatabase } from "@/server/database";
import { connectDatabase, type ThreadDatabase } from "@/server/database/thread/client";
import { serveDatabase } from "@/server/database/thread/serve";
import { Statements } from "@/server/database/thread/statements";
import { Turns } from "@/server/database/thread/turns";
import { giveBack, lend } from "./lent";

export interface TestDatabase extends OpenDatabase {
  /** Another program's way to it. Once it is cut, nothing that this program does reaches the database, not even what it has under way. */
  connect(): { client: ThreadDatabase; cut: () => void };
}

/**
 * A migrated database with nothing in it, spoken to as the program speaks to its own: through a port, in the protocol's bytes. Only the thread is
 * missing. Starting one takes a second of work, emptying one that was used before a tenth of that.
 */
export async function emptyDatabase(): Promise<TestDatabase> {
  const pg = await lend();
  await empty(pg);
  const [turns, statements] = [new Turns(), new Statements()];
  const ways: Array<() => void> = [];
  const connect: TestDatabase["connect"] = () => {
    const { port1, port2 } = new MessageChannel();
    const served = serveDatabase(pg, statements, turns, port1, () => undefined);
    const client = connectDatabase(port2);
    const cut = (): void => {
      served.end("This program was killed.");
      client.end("This program was killed.");
      port2.close();
    };
    ways.push(cut);
    return { client, cut };
  };
  return {
    connect,
    db: embeddedOver(connect().client),
    owner: onlyOwner(),
    close: async () => {
      for (const cut of ways) cut();
      // A transaction that is under way ends with its port.
      await turns.take();
      giveBack(pg);
    },
  };
}

/** As the migrations leave it. What is only ever added to refuses to be emptied: for once its triggers do not fire. */
async function empty(pg: PGlite): Promise<void> {
  const { rows } = await pg.query<{ name: string }>(
    "select format('%I', tablename) as name from pg_tables where schemaname = 'public'",
  );
  await pg.exec(`
    deallocate all;
    set session_replication_role = replica;
    truncate ${rows.map((each) => each.name).join(", ")} restart identity cascade;
    set session_replication_role = origin;
    insert into plant (slug, name) values ('plant', 'Plant');
  `);
}
