/** The stand-ins of the demo. */
export { actAtCabinet, cabinetViews, hasCabinet, type StandInView } from "./cabinet";
