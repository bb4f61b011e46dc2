import { execFileSync } from "node:child_process";
import { mkdirSync } from "node:fs";
import { join } from "node:path";

/** Lays the migrated, empty ledger that tests start from into a folder, as a program that was stopped leaves it. Making one anew takes some seconds of work. */
export function emptyLedgerIn(folder: string): string {
  const database = join(folder, "database");
  mkdirSync(database, { recursive: true, mode: 0o700 });
  execFileSync("tar", ["-xf", process.env.TEST_DATABASE!, "-C", database], { stdio: "ignore" });
  return folder;
}
