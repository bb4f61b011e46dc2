import { tmpdir } from "node:os";
import { join } from "node:path";
import type { MappingFile } from "@/core/carry-over";
import type { Definition } from "@/core/definition";
import { systemClock } from "@/core/protocol/system-clock";
import { readFamilies, readMappings } from "@/families/read";
import { FilesBeside } from "@/server/old-files";
import { Copies, lookForDamage } from "./backup";
import { Batches } from "./batch";
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
import { Overviews } from "./plant";
import { Practice } from "./practice";
import { Restores } from "./restore";
import { RoundRunner, Walks } from "./rounds";
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
  overviews: Overviews;
  /** Files that stand beside others in a comparison. */
  beside: FilesBeside;
  copies: Copies;
  rounds: RoundRunner;
  walks: Walks;
  practice: Practice;
  /** Which parameter of one family is which of another. */
  mappings: readonly MappingFile[];
  /** What was found damaged at the start, in words. */
  damage: string[];
  restores: Restores;
  batches: Batches;
  auth: Auth;
  /** Signs sessions; what is printed for the first run is made of it. */
  secret: string;
  sessions: Sessions;
  /** The time of day. */
  now: () => Date;
  close(): Promise<void>;
}

export interface ApplicationParts {
  database: OpenDatabase;
  definitions: Definition[];
  mappings?: readonly MappingFile[];
  secret: string;
  baseUrl: string;
  /** Where copies of the ledger are put. */
  copiesFolder?: string;
  /** The database is a server: several transactions are under way at once. */
  onServer?: boolean;
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
    changed: (change) => bench.takeChange(change),
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
  const practice = new Practice(db);
  const mayReach: BenchParts["mayReach"] = (plantId, link) => practice.mayReach(plantId, link);
  const benchParts: BenchParts = { db, shelf, events, links, timing, wall, mayReach };
  const bench = new Bench(benchParts);
  const searches = new Searches(benchParts, bench);
  const restores = new Restores({ db, owner: database.owner, shelf, events, links, wall, pollMs }, bench);
  const now = (): Date => new Date(wall());
  const copies = new Copies(
    db,
    parts.copiesFolder ?? join(tmpdir(), "calm-ledger-copies"),
    wall,
    parts.onServer,
  );
  const walks = new Walks({ db, shelf, bench, links, events, pauseMs: pollMs, clock: systemClock });
  const damage = await lookForDamage(db);
  for (const each of damage) log.error(`The ledger is damaged: ${each}`);
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
    overviews: new Overviews(db, shelf, wall),
    beside: new FilesBeside(db, shelf, now),
    copies,
    rounds: new RoundRunner({ db, bench, events, now }),
    walks,
    practice,
    mappings: parts.mappings ?? [],
    damage,
    restores,
    batches: new Batches({ db, bench, restores, events, now }),
    auth: createAuth(db, secret, baseUrl),
    secret,
    sessions: new Sessions(db),
    now,
    close: async () => {
      copies.stop();
      searches.stopAll();
      walks.stopAll();
      await practice.close();
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
  const secret = authSecret ?? loadSecret(dataFolder);
  const copiesFolder = settings().copiesFolder ?? join(dataFolder, "copies");
  const app = await createApplication({
    database,
    definitions,
    mappings: readMappings(),
    secret,
    baseUrl,
    copiesFolder,
    onServer: databaseUrl !== undefined,
  });
  if (settings().dailyCopy) app.copies.schedule();
  return app;
}
