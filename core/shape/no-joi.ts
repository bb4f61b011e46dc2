/**
 * Stands for Joi in pages. What comes in is checked where it comes in, on the server; a page takes only a way's method, path and types from the contract, and would carry the checker's
 * 150 kB for nothing. Schemas can be put together with it, as far as that goes; whoever asks one is told.
 */
const schema: object = new Proxy(() => undefined, {
  get: (_, name) => {
    if (name === "validate" || name === "validateAsync" || name === "attempt" || name === "describe")
      throw new Error("Pages check nothing by a schema: what comes in is checked on the server.");
    // Nothing that is waited for, and no text.
    return typeof name === "symbol" || name === "then" ? undefined : schema;
  },
  apply: () => schema,
});

export default schema;
