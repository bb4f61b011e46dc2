import { readFileSync } from "node:fs";
import { PGlite } from "@electric-sql/pglite";

/** Databases that no test has at the moment, as their last test left them. Starting one takes a second of work, emptying one that was used before a tenth of that. */
const free: PGlite[] = [];

/** A migrated database that nobody else gets: to be closed. */
export const ownDatabase = (): Promise<PGlite> =>
  PGlite.create({ loadDataDir: new Blob([readFileSync(process.env.TEST_DATABASE!)]) });

/** A migrated database with whatever its last test left in it; to be given back. */
export const lend = async (): Promise<PGlite> => free.pop() ?? ownDatabase();

export const giveBack = (pg: PGlite): void => void free.push(pg);
