/** Writes the published JSON Schema of definition files: `npx tsx scripts/definition-schema.ts`. */
import { writeFileSync } from "node:fs";
import { definitionSchema } from "@/core/definition";

const standard = definitionSchema as unknown as {
  "~standard": { jsonSchema: { input: (options: { target: string }) => object } };
};
const schema = {
  $schema: "https://json-schema.org/draft/2020-12/schema",
  title: "Calm Ledger definition of a drive family",
  ...standard["~standard"].jsonSchema.input({ target: "draft-2020-12" }),
};
writeFileSync("docs/definition.schema.json", `${JSON.stringify(schema, null, 2)}\n`);
