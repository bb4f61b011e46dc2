/** Events for open pages. */
export { Events, type LiveEvent } from "./events";
