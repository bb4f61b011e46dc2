import type { Shape } from "@/core/shape";

/** As much of JSON Schema (draft 2020-12) as shapes are described with. */
export interface JsonSchema {
  type?: string;
  properties?: Record<string, JsonSchema>;
  required?: string[];
  additionalProperties?: boolean | JsonSchema;
  enum?: Array<string | number>;
  items?: JsonSchema;
  anyOf?: JsonSchema[];
  minimum?: number;
  maximum?: number;
  maxLength?: number;
}

/** The description of a shape for other programs. */
export function schemaOf({ joi }: Shape<unknown>): JsonSchema {
  const standard = joi as unknown as {
    "~standard": { jsonSchema: { input: (options: { target: string }) => object } };
  };
  return JSON.parse(
    JSON.stringify(standard["~standard"].jsonSchema.input({ target: "draft-2020-12" })),
  ) as JsonSchema;
}
