/** The stand-ins of the demo and of the practice plant. */
export { actAtCabinet, cabinetViews, hasCabinet, isDemo } from "./cabinet";
