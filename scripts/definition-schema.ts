/** Writes the published JSON Schema of definition files: `npx tsx scripts/definition-schema.ts`. */
import { writeFileSync } from "node:fs";
import { definitionJsonSchema } from "@/core/definition";

writeFileSync("docs/definition.schema.json", `${JSON.stringify(definitionJsonSchema(), null, 2)}\n`);
