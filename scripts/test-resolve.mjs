/** Tests take Jest's functions from `@jest/globals`, which is a shell; in plain Node they come from here. */
const GLOBALS = new URL("./test-globals.mjs", import.meta.url).href;

export function resolve(specifier, context, next) {
  return specifier === "@jest/globals" ? { url: GLOBALS, shortCircuit: true } : next(specifier, context);
}
