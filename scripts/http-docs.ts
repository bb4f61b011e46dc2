/** Writes the list of ways in of docs/http.md from the contract: `npx tsx scripts/http-docs.ts`. */
import { readFileSync, writeFileSync } from "node:fs";
import { ENDPOINTS, fieldsOf, schemaOf, type AnyEndpoint } from "@/core/contract";
import { TROUBLES } from "@/core/drive";

const FILE = "docs/http.md";
const BEGIN = "<!-- from the contract -->";
const END = "<!-- end -->";

/** The fields of a shape, a "?" behind what may be left out. */
const fields = (shape: AnyEndpoint["body"]): string =>
  fieldsOf(schemaOf(shape))
    .map(({ name, optional }) => `\`${name}\`${optional ? "?" : ""}`)
    .join(", ");

const line = (each: AnyEndpoint): string => {
  const takes = each.takes === "json" ? fields(each.body) || fields(each.query) : "the file as it is";
  const right = each.acknowledged ? `${each.right}, acknowledged` : each.right;
  return `| \`${each.method} ${each.path}\` | ${takes} | ${right} | ${each.does} | ${each.troubles.map((code) => `\`${code}\``).join(", ")} |`;
};

const list = [
  "| request | takes | right | does | may answer, beside what any may |",
  "|---|---|---|---|---|",
  ...[...ENDPOINTS].sort((one, other) => (one.path < other.path ? -1 : 1)).map(line),
  "",
  "| code | status | means |",
  "|---|---|---|",
  ...Object.entries(TROUBLES).map(([code, { status, means }]) => `| \`${code}\` | ${status} | ${means} |`),
].join("\n");

const text = readFileSync(FILE, "utf8");
const [before, rest] = text.split(BEGIN) as [string, string];
writeFileSync(FILE, `${before}${BEGIN}\n\n${list}\n\n${END}${rest.split(END)[1]}`);
