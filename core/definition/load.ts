import { checkDefinition } from "./check";
import type { Definition } from "./definition";
import { DefinitionError, type DefinitionFault } from "./fault";
import { definitionFile, type DefinitionFile } from "./file";
import { layOutFile } from "./layout";

/**
 * Turns the text of a definition file into a definition ready for use.
 * Throws a `DefinitionError` that lists everything wrong; `file` is only named in it.
 */
export function loadDefinition(text: string, file: string): Definition {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (error) {
    throw new DefinitionError(file, [
      {
        path: "the whole file",
        found: "text that is no JSON",
        expected: "a JSON object",
        remedy: `Mend it first: ${(error as Error).message}.`,
      },
    ]);
  }
  const { error, value } = definitionFile.joi.validate(json, { abortEarly: false, convert: false });
  if (error)
    throw new DefinitionError(
      file,
      error.details.map((each) => shapeFault(each, json)),
    );
  const loaded = value as DefinitionFile;
  const faults = checkDefinition(loaded);
  if (faults.length > 0) throw new DefinitionError(file, faults);
  return layOutFile(loaded);
}

function shapeFault(
  detail: {
    path: Array<string | number>;
    message: string;
    context?: { value?: unknown; valids?: unknown[] };
  },
  json: unknown,
): DefinitionFault {
  const found = detail.context?.value;
  const valids = detail.context?.valids;
  return {
    path: describePath(detail.path, json) || "the whole file",
    found: found === undefined ? "nothing" : JSON.stringify(found).slice(0, 80),
    expected: valids ? `one of ${valids.join(", ")}` : detail.message.replace(/^".*?" /, ""),
    remedy:
      found === undefined ? "Add it." : "Correct it; docs/definition.schema.json says what may stand there.",
  };
}

/** `groups[1].parameters[4].type (5r)`: the code is what a person looks for. */
function describePath(path: Array<string | number>, json: unknown): string {
  let code = "";
  let node: unknown = json;
  for (const step of path) {
    node = (node as Record<string | number, unknown> | undefined)?.[step];
    const own = (node as { code?: unknown } | undefined)?.code;
    if (typeof own === "string") code = own;
  }
  const text = path
    .map((step) => (typeof step === "number" ? `[${step}]` : `.${step}`))
    .join("")
    .replace(/^\./, "");
  return code ? `${text} (${code})` : text;
}
