import { readFileSync } from "node:fs";
import { join } from "node:path";
import { layOutFile, type Definition, type DefinitionFile } from "@/core/definition";
import { definitionFiles, readMappings } from "./read";

const folder = join(process.cwd(), "families");

/**
 * The definitions that ship, for tests. They are only laid out here, since to check them costs every file of tests half a second: `core/definition/definition.test.ts` checks
 * them once, and that these are the same.
 */
export const definitions = definitionFiles(folder).map((file) =>
  layOutFile(JSON.parse(readFileSync(join(folder, file), "utf8")) as DefinitionFile),
);
export const mappings = readMappings();
const shipped = (id: string): Definition => definitions.find((each) => each.id === id)!;
export const rill = shipped("fennimore-rill-4");
export const runnel = shipped("fennimore-runnel-1");
export const hollin = shipped("oakhanger-hollin-5");
export const plover = shipped("aldersea-plover-2");
