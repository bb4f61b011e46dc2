/** Register lists from manuals and spreadsheets: rows of cells in, a definition out. */
export { FIELD_WORDS, FIELDS, guessColumns, type Field, type Mapping } from "./columns";
export { guessNotation, readStep, type Notation } from "./notation";
export type { ListOptions, ListRow } from "./options";
export { definitionFromList } from "./to-definition";
