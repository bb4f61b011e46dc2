/** The drive's own program: what its file is, what the drive says of it. */
export { crc32 } from "./crc32";
export { programFacts, type ProgramFacts } from "./facts";
export { identificationText, lookAtFile, type LookedAtFile } from "./file";
export { programMeans, type Look, type ProgramMeans } from "./means";
export { flashStatus, NO_PROGRAM } from "./status";
