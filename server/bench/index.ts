/** Live work: connections, readings, recording. */
export { Bench, type BenchParts, type ConnectRequest } from "./bench";
export { Connection, USUAL_TIMING, type BenchTiming } from "./connection";
export { loadReading, readWhole } from "./read-whole";
export { Searches } from "./searches";
export { forgetLink, listLinks, renameLink } from "./sightings";
