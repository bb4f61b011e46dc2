/** Open formats: text in, model out. */
export { decodeText, LARGEST_TEXT, type Decoded } from "./decode-text";
export { definitionFromEds, identityFromEds, readEds, type EdsFile, type EdsObject } from "./eds";
export { ASKED_SIGNS, frameOf, idOf, type AskedSign, type ImportAbout, type Imported } from "./imported";
export { MOST, tooMuch, type TooMuch } from "./limits";
export type { LineNote } from "./note";
export {
  definitionFromList,
  FIELD_WORDS,
  FIELDS,
  guessColumns,
  type Field,
  type ListOptions,
  type ListRow,
  type Mapping,
} from "./register-list";
export { readRegister, type RegisterRead } from "./register-number";
export { endLies, plainFileName } from "./file-name";
export { separatorOf } from "./separator";
export * from "./values";
