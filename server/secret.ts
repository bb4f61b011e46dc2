import { randomBytes } from "node:crypto";
import { existsSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { makeFolder } from "./make-folder";

/** The secret that signs sessions: made once and kept beside the data, readable by its owner only. */
export function loadSecret(folder: string): string {
  makeFolder(folder);
  const file = join(folder, "secret");
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString("hex"), { mode: 0o600 });
  return readFileSync(file, "utf8").trim();
}
