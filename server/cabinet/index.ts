/** The stand-ins of the demo. */
export { actAtCabinet, cabinetViews, hasCabinet } from "./cabinet";
