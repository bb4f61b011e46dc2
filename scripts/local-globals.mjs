/**
 * Jest's transform: SWC, and what a file takes from the global object is taken from it once. In the context that Jest makes for each file of tests, every look at
 * a global such as `Object` costs hundred times as much as a variable, and the database's packages look millions of times.
 */
import { createHash } from "node:crypto";
import { createRequire } from "node:module";

const swc = createRequire(import.meta.url)("@swc/jest");

/** What is never replaced while a test runs: no `Date`, no timers, no `fetch`. */
const GLOBALS = [
  ...[
    "Array",
    "ArrayBuffer",
    "BigInt",
    "Boolean",
    "DataView",
    "Error",
    "JSON",
    "Map",
    "Math",
    "Number",
    "Object",
  ],
  ...["Promise", "Reflect", "RegExp", "Set", "String", "Symbol", "TextDecoder", "TextEncoder", "TypeError"],
  ...["Uint8Array", "Uint16Array", "Uint32Array", "WeakMap", "WeakSet", "isNaN", "parseInt"],
];

/** The code with its globals as variables of its own, on its first line, so that the others keep their numbers. */
function localised(code) {
  const imports = [...code.matchAll(/\bimport\b[^;'"]*\bfrom\b/g)].map(([each]) => each).join(" ");
  const own = (name) =>
    new RegExp(String.raw`\b(const|let|var|class|function\*?)\s+${name}\b`).test(code) ||
    new RegExp(String.raw`\b(const|let|var)\s*[{[][^=;]*\b${name}\b[^=;]*[}\]]\s*=`).test(code) ||
    new RegExp(String.raw`\b${name}\b`).test(imports);
  const used = GLOBALS.filter(
    (name) => new RegExp(String.raw`(?<![.\w$])${name}\b`).test(code) && !own(name),
  );
  return used.length > 0 ? `const { ${used.join(", ")} } = globalThis; ${code}` : code;
}

const transformer = {
  createTransformer({ plain, ...options } = {}) {
    const inner = plain ? undefined : swc.createTransformer(options);
    return {
      canInstrument: inner?.canInstrument,
      getCacheKey: (source, file, about) =>
        createHash("sha256")
          .update(inner?.getCacheKey(source, file, about) ?? source)
          .update(localised.toString() + GLOBALS.join())
          .digest("hex"),
      process(source, file, about) {
        if (!inner) return { code: localised(source) };
        const { code, map } = inner.process(source, file, about);
        return { code: localised(code), map };
      },
    };
  },
};
export default transformer;
