/** Loads definition files and prints what is wrong in them: `npx tsx scripts/check-family.ts families/x/y.json`. */
import { readFileSync } from "node:fs";
import { DefinitionError, loadDefinition } from "@/core/definition";

for (const file of process.argv.slice(2)) {
  try {
    const definition = loadDefinition(readFileSync(file, "utf8"), file);
    console.log(
      `${file}: ${definition.title}, ${definition.parameters.length} parameters in ${definition.groups.length} groups`,
    );
  } catch (error) {
    console.error(error instanceof DefinitionError ? error.message : error);
    process.exitCode = 1;
  }
}
