/** A whole restore against a stand-in in memory, with the protocols and the writing of the real one. */
export type { RehearsalWay } from "./rehearsal-drive";
export { rehearse, type Rehearsed, type RehearsedMs, type RehearsalInput } from "./rehearse";
export { VirtualClock } from "./virtual-clock";
