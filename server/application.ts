import { join } from "node:path";
import type { Definition } from "@/core/definition";
import type { Clock } from "@/core/protocol/channel";
import { systemClock } from "@/core/protocol/system-clock";
import { readFamilies } from "@/families/read";
import { Bench, Searches, USUAL_TIMING, type BenchTiming } from "./bench";
import { openEmbedded, openServer, type Database, type OpenDatabase } from "./database";
import { DefinitionShelf } from "./definitions";
import { Events } from "./events";
import { Imports } from "./import";
import { SerialPorts } from "./link";
import { createAuth, type Auth } from "./people";
import { Restores } from "./restore";
import { loadSecret } from "./secret";

/** Everything the routes work with. One in a process. */
export interface Application {
  db: Database;
  clock: Clock;
  shelf: DefinitionShelf;
  events: Events;
  bench: Bench;
  searches: Searches;
  ports: SerialPorts;
  imports: Imports;
  restores: Restores;
  auth: Auth;
  close(): Promise<void>;
}

export interface ApplicationParts {
  database: OpenDatabase;
  definitions: Definition[];
  secret: string;
  clock?: Clock;
  timing?: BenchTiming;
  /** How often a permission or a motor that is waited for is looked at, in ms. */
  pollMs?: number;
}

/** Puts the parts together and brings work that a former process left open into a state that can be trusted. */
export async function createApplication({
  database,
  definitions,
  secret,
  clock = systemClock,
  timing = USUAL_TIMING,
  pollMs = 400,
}: ApplicationParts): Promise<Application> {
  const { db } = database;
  const shelf = new DefinitionShelf(definitions);
  await shelf.loadImported(db);
  const events = new Events();
  const benchParts = { db, shelf, events, clock, timing };
  const bench = new Bench(benchParts);
  const searches = new Searches(benchParts, bench);
  const restores = new Restores({ db, events, clock, pollMs }, bench);
  await restores.recover();
  const auth = createAuth(db, secret, process.env.BASE_URL ?? `http://127.0.0.1:${process.env.PORT ?? 4310}`);
  return {
    db,
    clock,
    shelf,
    events,
    bench,
    searches,
    ports: new SerialPorts(),
    imports: new Imports(db, shelf),
    restores,
    auth,
    close: async () => {
      searches.stopAll();
      bench.closeAll();
      await database.close();
    },
  };
}

/** Where this installation keeps its data. */
export function dataFolder(): string {
  return process.env.DATA_DIR ?? join(/* turbopackIgnore: true */ process.cwd(), "data", "plant");
}

const holder = globalThis as typeof globalThis & { calmLedger?: Promise<Application> };

/** The application of this process, opened when it is first needed. Modules may load several times, so it hangs on `globalThis`. */
export function application(): Promise<Application> {
  holder.calmLedger ??= openApplication();
  return holder.calmLedger;
}

async function openApplication(): Promise<Application> {
  const definitions = readFamilies();
  const database = process.env.DATABASE_URL
    ? await openServer(process.env.DATABASE_URL)
    : await openEmbedded(dataFolder());
  return createApplication({ database, definitions, secret: loadSecret(dataFolder()) });
}
