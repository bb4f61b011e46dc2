/** The thread that holds the links, and what is asked of it. */
export { LinkHost, type HostParts } from "./host";
export type {
  LinkAsks,
  LiveView,
  LookTiming,
  MainAsks,
  RunArg,
  RunEnd,
  RunEvent,
  WholeReading,
} from "./messages";
export { dropForgotten, dropReading, openNamedReading } from "./readings";
export { loadReading, stepColumns } from "./store";
