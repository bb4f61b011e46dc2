import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { loadDefinition, type Definition } from "@/core/definition";

/**
 * Every definition that ships with the application, one JSON file each, and those in `extra` files.
 * Throws a `DefinitionError` that names the file when one is wrong.
 */
export function readFamilies(
  folder = join(/* turbopackIgnore: true */ process.cwd(), "families"),
  extraFiles: readonly string[] = [],
): Definition[] {
  const extra = extraFiles.map((file) => loadDefinition(readFileSync(file, "utf8"), file));
  const shipped = readdirSync(folder, { recursive: true, encoding: "utf8" })
    .filter((file) => file.endsWith(".json"))
    .sort()
    .map((file) => loadDefinition(readFileSync(join(folder, file), "utf8"), file));
  return [...shipped, ...extra];
}
