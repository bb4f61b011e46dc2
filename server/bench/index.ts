/** Live work: connections, readings, recording, searches. */
export { alikeInReach } from "./alike";
export { cardBeside, type CardShown } from "./card";
export { Bench, USUAL_TIMING, type BenchParts, type ConnectRequest } from "./bench";
export { NOTHING_MEANT } from "./part-of";
export { Connection } from "./connection";
export { valuesNow } from "./now";
export { fittedWhere } from "./recognise";
export { misplaced, retiredThere } from "./misplaced";
export { peek } from "./look";
export { Searches } from "./searches";
export { permanentWrites, type PermanentWrites } from "./permanent-writes";
export { measuredPace, notedWay } from "./ways";
export { lastPermanent, volatileCodes } from "./volatile";
export { forgetLink, listLinks, renameLink } from "./sightings";
