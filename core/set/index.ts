/** A parameter set: keys, canonical form, content hash, completeness. */
export { buildPiece, buildSet, factorySet } from "./build";
export { canonicalPiece, hashText, pieceHash, recordHashes, setHash, settingsOnly } from "./canonical";
export { completenessOf, completenessOfMade, type Completeness } from "./completeness";
export { setsInUse, type SetsInUse } from "./in-use";
export { OF_SPARE, RECORD_ORIGINS, type RecordOrigin } from "./origin";
export { joinMeasured, partMeasured, type Measured } from "./measured";
export { isPartial, recordOfWords, recordWords } from "./record-words";
export { valuesByCode, type ParameterSet, type Piece } from "./model";
