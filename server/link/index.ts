/** Links: channels, masters and queues in a thread of their own, and what the main thread asks of it. */
export {
  dropForgotten,
  dropReading,
  loadReading,
  openNamedReading,
  stepColumns,
  type LinkAsks,
  type LiveView,
  type LookTiming,
  type MainAsks,
  type RunArg,
  type RunEnd,
  type RunEvent,
  type WholeReading,
} from "./host";
export { linksHere, startLinks, type Links } from "./links";
export { IMPORTANCE, type Importance } from "./queue";
export { SerialPorts } from "./serial-ports";
