import { TROUBLES } from "@/core/drive";
import { nothing } from "@/core/shape";
import { COMMON_TROUBLES, isPersonsOwn, type AnyEndpoint } from "./endpoint";
import { schemaOf, type JsonSchema } from "./json-schema";
import { API_BASE } from "./openapi";
import { leastRole, type Role } from "./rights";

/** A field that a way in takes or answers with, in words. */
export interface FieldInWords {
  name: string;
  is: string;
  /** It may be left out. */
  optional: boolean;
}

/** A way in for other programs, in words for people. */
export interface WayInWords {
  method: "GET" | "POST";
  /** Where it is found: `/api/v1/plants/{plant}/positions`. */
  address: string;
  /** What it is about: the first name in its path that is no parameter and no plant. */
  about: string;
  does: string;
  /** The least role that may. */
  from: Role;
  /** In the address, behind the question mark, and in the body; "file" where its body is a file. */
  asks: FieldInWords[];
  body: FieldInWords[] | "file";
  /** What comes back: fields, a file, or words for whatever is neither. */
  answer: FieldInWords[] | string;
  /** What may go wrong beside what may with any. */
  troubles: Array<{ code: string; status: number; means: string }>;
}

/** The ways in that another program can use with a token, in words, by what they are about. Live work is none: a person acknowledges the warning before it, which a token cannot do. */
export function waysInWords(endpoints: readonly AnyEndpoint[]): WayInWords[] {
  return endpoints
    .filter(forPrograms)
    .map(wayInWords)
    .sort((one, other) => one.about.localeCompare(other.about) || one.address.localeCompare(other.address));
}

const forPrograms = ({ open, acknowledged, sends, path, right }: AnyEndpoint): boolean =>
  !open &&
  !acknowledged &&
  sends !== "events" &&
  !isPersonsOwn(path) &&
  // A token is of one plant, and of a role there.
  leastRole(right) !== "administrator";

/** What may go wrong with any way in. */
export const commonTroubles = (): WayInWords["troubles"] => COMMON_TROUBLES.map(troubleInWords);

function wayInWords(each: AnyEndpoint): WayInWords {
  const parts = each.path.split("/").slice(2);
  const within = parts[0] === "plants" && parts.length > 2 ? parts.slice(2) : parts;
  return {
    method: each.method,
    address: API_BASE + each.path.replace(/^\/api/, "").replace(/:(\w+)/g, "{$1}"),
    about: within[0]!.replaceAll("-", " "),
    does: each.does,
    from: leastRole(each.right),
    asks: fieldsOf(schemaOf(each.query)),
    body: each.takes === "json" ? fieldsOf(schemaOf(each.body)) : "file",
    answer: answerInWords(each),
    troubles: each.troubles.map(troubleInWords),
  };
}

function answerInWords({ sends, answer }: AnyEndpoint): FieldInWords[] | string {
  if (sends === "file") return "a file";
  if (answer === nothing) return "that it is done";
  const fields = fieldsOf(schemaOf(answer));
  return fields.length > 0 ? fields : wordsOf(schemaOf(answer));
}

const troubleInWords = (code: keyof typeof TROUBLES): WayInWords["troubles"][number] => ({
  code,
  ...TROUBLES[code],
});

/** The fields of an object's schema, in words; none where it is no object. */
export function fieldsOf({ properties = {}, required = [] }: JsonSchema, depth = 0): FieldInWords[] {
  return Object.entries(properties).map(([name, schema]) => ({
    name,
    is: wordsOf(schema, depth),
    optional: !required.includes(name),
  }));
}

/** How deep objects within objects are told: the document has them all. */
const DEEPEST = 1;

/** What a value is, in words. Example: `{ type: "integer", minimum: 0, maximum: 255 }` is "whole number, 0 to 255". */
export function wordsOf(schema: JsonSchema, depth = 0): string {
  if (schema.enum) return schema.enum.map((each) => JSON.stringify(each)).join(", ");
  if (schema.anyOf)
    return choicesOf(schema.anyOf)
      .map((each) => wordsOf(each, depth))
      .join(" or ");
  switch (schema.type) {
    case "string":
      return schema.maxLength === undefined ? "text" : `text, up to ${schema.maxLength} signs`;
    case "integer":
    case "number":
      return `${schema.type === "integer" ? "whole number" : "number"}${rangeOf(schema)}`;
    case "boolean":
      return "true or false";
    case "array":
      return `list of ${schema.items ? wordsOf(schema.items, depth) : "anything"}`;
    case "object":
      return objectInWords(schema, depth);
    default:
      return "anything";
  }
}

/** What it may be one of; a choice that only names the others' kinds is none of its own. */
function choicesOf(all: JsonSchema[]): JsonSchema[] {
  const whole = all.filter((each) => each.type !== "object" || each.additionalProperties === false);
  return whole.length > 0 ? whole : all;
}

function objectInWords(schema: JsonSchema, depth: number): string {
  if (typeof schema.additionalProperties === "object")
    return `table of ${wordsOf(schema.additionalProperties, depth)}`;
  if (depth > DEEPEST) return "an object";
  const fields = fieldsOf(schema, depth + 1).map(
    ({ name, is, optional }) => `${name}${optional ? "?" : ""}: ${is}`,
  );
  return fields.length > 0 ? `{ ${fields.join("; ")} }` : "an object";
}

function rangeOf({ minimum, maximum }: JsonSchema): string {
  if (minimum !== undefined && maximum !== undefined) return `, ${minimum} to ${maximum}`;
  if (minimum !== undefined) return `, from ${minimum}`;
  return maximum === undefined ? "" : `, up to ${maximum}`;
}
