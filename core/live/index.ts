/** What the server tells the pages of connected drives and running work: plain data, no behaviour. */
export type * from "./views";
export type { StandInView } from "./stand-in";
export type { InventoryLine } from "./inventory";
