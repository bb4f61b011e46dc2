/** Electronic data sheets after CiA 306: text in, objects out, and a definition made of them. */
export type { EdsObject } from "./objects";
export { readEds, type EdsFile } from "./read-eds";
export { definitionFromEds, identityFromEds } from "./to-definition";
