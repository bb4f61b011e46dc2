/**
 * Where the unit tests run: Node's environment, with the embedded database lent from outside of it. Started anew for each file of tests, and run in the context that Jest
 * makes for it, the database costs more than most of the tests; here a worker starts it once, and what it has compiled stays.
 */
import { readFileSync } from "node:fs";
import { setFlagsFromString } from "node:v8";
import { PGlite } from "@electric-sql/pglite";
import { TestEnvironment as Node } from "jest-environment-node";

// What is loaded anew for each file of tests ends before most of it would pay for being optimised: that took a tenth of the processor's time.
setFlagsFromString("--interrupt-budget=1000000");

/** Those that no test has at the moment, as their last test left them. */
const free = [];

const databases = {
  /** One that was migrated; whoever takes it empties it. */
  take: async () => free.pop() ?? databases.make(),
  /** One that nobody else gets: to be closed. */
  make: () => PGlite.create({ loadDataDir: template() }),
  giveBack: (pg) => void free.push(pg),
};

const template = () => new Blob([readFileSync(process.env.TEST_DATABASE)]);

// The database sets itself a clock, as a server's process does; nobody waits for it when the tests are over.
const { setTimeout: real } = globalThis;
globalThis.setTimeout = (work, ...given) => {
  const timer = real(work, ...given);
  return String(work).includes("emscripten_timeout") ? timer.unref() : timer;
};

export default class TestEnvironment extends Node {
  async setup() {
    await super.setup();
    this.global.testDatabases = databases;
  }
}
