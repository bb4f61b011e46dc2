import { definitionFile } from "./file";

interface JsonSchema {
  properties: { groups: { items: object } };
}

/**
 * The published JSON Schema (draft 2020-12) of definition files, for other programs' validators and editors; made from the
 * schema that this program checks with. Groups hold groups: they stand under `$defs`, where the references look for them.
 */
export function definitionJsonSchema(): object {
  const standard = definitionFile.joi as unknown as {
    "~standard": { jsonSchema: { input: (options: { target: string }) => object } };
  };
  const made = standard["~standard"].jsonSchema.input({ target: "draft-2020-12" });
  const definition = JSON.parse(JSON.stringify(made)) as JsonSchema;
  const group = definition.properties.groups.items;
  definition.properties.groups.items = { $ref: "#/$defs/group" };
  return {
    $schema: "https://json-schema.org/draft/2020-12/schema",
    title: "Calm Ledger definition of a drive family",
    ...definition,
    $defs: { group },
  };
}
