/** Writes the published JSON Schemas of definition and mapping files: `npx tsx scripts/definition-schema.ts`. */
import { writeFileSync } from "node:fs";
import { mappingJsonSchema } from "@/core/carry-over";
import { definitionJsonSchema } from "@/core/definition";

const write = (name: string, schema: object): void =>
  writeFileSync(`docs/${name}.schema.json`, `${JSON.stringify(schema, null, 2)}\n`);
write("definition", definitionJsonSchema());
write("carry-over", mappingJsonSchema());
