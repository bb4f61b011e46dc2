/** Before the unit tests: the threads' bundles and that of a program they start, and one migrated database that every test starts from. It is kept until the migrations change. */
import { execFileSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync } from "node:fs";
import { join } from "node:path";
import buildThreads, { bundle } from "./build-threads.mjs";
import { root } from "./root.mjs";

const MIGRATIONS = join(root, "server/database/migrations");
const KEPT = join(root, ".threads");

export default async function prepareTests() {
  await buildThreads();
  // Started by tests, again and again; their modules one by one would take longer to load than they run.
  await bundle({
    "busy-ledger": "server/testing/busy-ledger.ts",
    "adding-areas": "server/testing/adding-areas.ts",
  });
  const hash = createHash("sha256");
  for (const name of readdirSync(MIGRATIONS).filter((each) => each.endsWith(".sql")))
    hash.update(readFileSync(join(MIGRATIONS, name)));
  const file = join(KEPT, `empty-${hash.digest("hex").slice(0, 16)}.tar`);
  process.env.TEST_DATABASE = file;
  if (existsSync(file)) return;
  mkdirSync(KEPT, { recursive: true });
  for (const old of readdirSync(KEPT).filter((each) => each.startsWith("empty-"))) rmSync(join(KEPT, old));
  execFileSync(process.execPath, ["--import", "tsx", "server/testing/template.ts", `${file}.new`], {
    cwd: root,
    stdio: "inherit",
  });
  renameSync(`${file}.new`, file);
}
