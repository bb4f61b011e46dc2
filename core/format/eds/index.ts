/** Electronic data sheets after CiA 306: text in, objects out, and a definition made of them. */
export { readEds, type EdsFile, type EdsObject } from "./read-eds";
export { definitionFromEds, identityFromEds } from "./to-definition";
