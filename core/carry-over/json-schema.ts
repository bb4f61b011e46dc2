import { mappingFile } from "./mapping";

/** The published JSON Schema (draft 2020-12) of mapping files, from the schema that this program checks with. */
export function mappingJsonSchema(): object {
  const standard = mappingFile.joi as unknown as {
    "~standard": { jsonSchema: { input: (options: { target: string }) => object } };
  };
  const made = standard["~standard"].jsonSchema.input({ target: "draft-2020-12" });
  return {
    $schema: "https://json-schema.org/draft/2020-12/schema",
    title: "Calm Ledger mapping between two drive families",
    ...(JSON.parse(JSON.stringify(made)) as object),
  };
}
