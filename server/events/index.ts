/** Events for open pages. */
export { Events } from "./events";
