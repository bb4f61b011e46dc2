import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { mappingFile, type MappingFile } from "@/core/carry-over";
import { loadDefinition, type Definition } from "@/core/definition";
import { parse } from "@/core/shape";

/**
 * Every definition that ships with the application, one JSON file each, and those in `extra` files.
 * Throws a `DefinitionError` that names the file when one is wrong.
 */
export function readFamilies(
  folder = join(/* turbopackIgnore: true */ process.cwd(), "families"),
  extraFiles: readonly string[] = [],
): Definition[] {
  const extra = extraFiles.map((file) => loadDefinition(readFileSync(file, "utf8"), file));
  const shipped = definitionFiles(folder).map((file) =>
    loadDefinition(readFileSync(join(folder, file), "utf8"), file),
  );
  return [...shipped, ...extra];
}

/** The files of the definitions that ship, within `folder`, always in the same order. */
export const definitionFiles = (folder: string): string[] =>
  jsonFiles(folder).filter((file) => !isMapping(file));

/** Every file that says which parameter of one family is which of another. Throws with the file's name where one is not as it should be. */
export function readMappings(
  folder = join(/* turbopackIgnore: true */ process.cwd(), "families"),
): MappingFile[] {
  return jsonFiles(folder)
    .filter(isMapping)
    .map((file) => {
      const read = parse(mappingFile, JSON.parse(readFileSync(join(folder, file), "utf8")));
      if (!read.ok) throw new Error(`${file}: ${read.message}.`);
      return read.value;
    });
}

const jsonFiles = (folder: string): string[] =>
  readdirSync(folder, { recursive: true, encoding: "utf8" })
    .filter((file) => file.endsWith(".json"))
    .sort();

const isMapping = (file: string): boolean => file.split(/[/\\]/).includes("carry-over");
