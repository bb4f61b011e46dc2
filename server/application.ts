import type { Definition } from "@/core/definition";
import { systemClock } from "@/core/protocol/system-clock";
import { readFamilies } from "@/families/read";
import { Bench, Searches, USUAL_TIMING, type BenchParts } from "./bench";
import { openEmbedded, openServer, type Database, type OpenDatabase } from "./database";
import { DefinitionShelf } from "./definitions";
import { Events } from "./events";
import { Imports } from "./import";
import {
  dropForgotten,
  linksHere,
  SerialPorts,
  startLinks,
  type Links,
  type LookTiming,
  type MainAsks,
} from "./link";
import { log } from "./log";
import { createAuth, Sessions, type Auth } from "./people";
import { Restores } from "./restore";
import type { Handlers } from "./rpc";
import { loadSecret } from "./secret";
import { settings } from "./settings";

/** Everything the routes work with. One in a process. */
export interface Application {
  db: Database;
  shelf: DefinitionShelf;
  events: Events;
  links: Links;
  bench: Bench;
  searches: Searches;
  ports: SerialPorts;
  imports: Imports;
  restores: Restores;
  auth: Auth;
  sessions: Sessions;
  /** The time of day. */
  now: () => Date;
  close(): Promise<void>;
}

export interface ApplicationParts {
  database: OpenDatabase;
  definitions: Definition[];
  secret: string;
  baseUrl: string;
  timing?: LookTiming;
  /** The time of day, ms since 1970. */
  wall?: () => number;
  /** How often a permission or a motor that is waited for is looked at, in ms. */
  pollMs?: number;
}

/** Puts the parts together and brings work that a former process left open into a state that can be trusted. */
export async function createApplication(parts: ApplicationParts): Promise<Application> {
  const {
    database,
    definitions,
    secret,
    baseUrl,
    timing = USUAL_TIMING,
    wall = Date.now,
    pollMs = 400,
  } = parts;
  const { db } = database;
  const shelf = new DefinitionShelf(definitions);
  await shelf.loadKept(db);
  const events = new Events();
  const handlers: Handlers<MainAsks> = {
    changed: (change): void => bench.takeChange(change),
    keepFound: (found) => searches.keepFound(found),
  };
  // A database in memory has no way for another thread: the links stay in this one.
  const links: Links = database.access
    ? await startLinks(database.access(), handlers)
    : linksHere({ db, clock: systemClock, wall }, handlers);
  // Without its links or its database the program says nothing true any more: it ends, and says why.
  const end = (reason: string): never => {
    log.fatal(reason);
    process.exit(1);
  };
  links.onEnded = end;
  database.onEnded = end;
  const benchParts: BenchParts = { db, shelf, events, links, timing, wall };
  const bench = new Bench(benchParts);
  const searches = new Searches(benchParts, bench);
  const restores = new Restores({ db, owner: database.owner, shelf, events, links, wall, pollMs }, bench);
  const now = (): Date => new Date(wall());
  await restores.recover();
  await dropForgotten(db, now());
  return {
    db,
    shelf,
    events,
    links,
    bench,
    searches,
    ports: new SerialPorts(),
    imports: new Imports(db, shelf),
    restores,
    auth: createAuth(db, secret, baseUrl),
    sessions: new Sessions(db),
    now,
    close: async () => {
      searches.stopAll();
      await links.close();
      await database.close();
    },
  };
}

const holder = globalThis as typeof globalThis & { calmLedger?: Promise<Application> };

/** The application of this process, opened when it is first needed. Modules may load several times, so it hangs on `globalThis`. */
export function application(): Promise<Application> {
  holder.calmLedger ??= openApplication();
  return holder.calmLedger;
}

async function openApplication(): Promise<Application> {
  const { databaseUrl, migrationUrl, dataFolder, baseUrl, authSecret, extraDefinitions } = settings();
  const definitions = readFamilies(undefined, extraDefinitions);
  const database = databaseUrl ? await openServer(databaseUrl, migrationUrl) : await openEmbedded(dataFolder);
  return createApplication({ database, definitions, secret: authSecret ?? loadSecret(dataFolder), baseUrl });
}
