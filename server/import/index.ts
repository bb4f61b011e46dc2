/** From a file to a definition: taking it in, showing what it says, keeping it. */
export { Imports, type ImportPreview } from "./imports";
export { readApart } from "./read-apart";
export type { Upload } from "./read-upload";
