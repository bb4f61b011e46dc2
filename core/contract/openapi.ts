import { TROUBLES } from "@/core/drive";
import { COMMON_TROUBLES, paramsOf, type AnyEndpoint } from "./endpoint";
import { schemaOf } from "./json-schema";
import { RIGHTS } from "./rights";

/** Under this the interface is found; it changes when something that was there before no longer holds. */
export const API_VERSION = "1";
export const API_BASE = `/api/v${API_VERSION}`;

/** The interface as an OpenAPI 3.1 document, made of the contract that the handlers and the pages share. */
export function openApi(endpoints: readonly AnyEndpoint[]): object {
  const paths: Record<string, Record<string, object>> = {};
  for (const each of endpoints) {
    if (each.open || each.sends === "events") continue;
    const path = each.path.replace(/^\/api/, "").replace(/:(\w+)/g, "{$1}");
    (paths[path] ??= {})[each.method.toLowerCase()] = operation(each);
  }
  return {
    openapi: "3.1.0",
    info: {
      title: "Calm Ledger",
      version: API_VERSION,
      description: "Plants, positions, records, receipts, definitions.",
    },
    servers: [{ url: API_BASE }],
    security: [{ token: [] }],
    components: {
      securitySchemes: { token: { type: "http", scheme: "bearer" } },
      schemas: {
        Trouble: {
          type: "object",
          required: ["trouble"],
          properties: {
            trouble: {
              type: "object",
              required: ["kind", "text", "remedy"],
              properties: {
                kind: { type: "string", enum: Object.keys(TROUBLES) },
                text: { type: "string" },
                remedy: { type: "string" },
              },
            },
          },
        },
      },
    },
    paths,
  };
}

function operation(each: AnyEndpoint): object {
  const { method, path, does, right, params, query, body, answer, sends, takes, troubles, acknowledged } =
    each;
  const words = `For who may ${RIGHTS[right]}.${acknowledged ? " The warning before live work must have been acknowledged, which a token cannot do." : ""}`;
  const inPath = schemaOf(params).properties ?? {};
  const asked = schemaOf(query);
  const always = [
    ...COMMON_TROUBLES,
    ...(acknowledged ? (["not-acknowledged"] as const) : []),
    ...(method === "GET" ? [] : (["too-large"] as const)),
  ];
  const statuses = [...new Set([...always, ...troubles].map((code) => TROUBLES[code].status))];
  return {
    operationId: `${method.toLowerCase()}${path.replace(/^\/api/, "").replace(/[/:-]+(\w)/g, (_, letter: string) => letter.toUpperCase())}`,
    summary: does,
    description: words,
    parameters: [
      ...paramsOf(path).map((name) => ({
        name,
        in: "path",
        required: true,
        schema: inPath[name] ?? { type: "string" },
      })),
      ...Object.entries(asked.properties ?? {}).map(([name, schema]) => ({
        name,
        in: "query",
        required: asked.required?.includes(name) ?? false,
        schema,
      })),
    ],
    ...(method === "GET"
      ? {}
      : {
          requestBody:
            takes === "json"
              ? { content: { "application/json": { schema: schemaOf(body) } } }
              : {
                  required: true,
                  content: { "application/octet-stream": { schema: { type: "string", format: "binary" } } },
                },
        }),
    responses: {
      "200":
        sends === "file"
          ? { description: "The file.", content: { "*/*": { schema: { type: "string", format: "binary" } } } }
          : {
              description: "Done.",
              content: {
                "application/json": { schema: { type: "object", properties: { value: schemaOf(answer) } } },
              },
            },
      ...Object.fromEntries(
        statuses.map((status) => [
          String(status),
          {
            description: "Not done; what, why, and what to do about it.",
            content: { "application/json": { schema: { $ref: "#/components/schemas/Trouble" } } },
          },
        ]),
      ),
    },
  };
}
