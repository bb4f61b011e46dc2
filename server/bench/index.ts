/** Live work: connections, readings, recording. */
export { Bench, type BenchParts, type ConnectRequest } from "./bench";
export { Connection, USUAL_TIMING, type BenchTiming } from "./connection";
export { loadReading, readWhole } from "./read-whole";
export { Search, type SearchParts } from "./search";
export { Searches } from "./searches";
export { testLink, type LinkTest } from "./test-link";
export { forgetLink, listLinks, renameLink } from "./sightings";
export { peek, type PeekItem } from "./peek";
