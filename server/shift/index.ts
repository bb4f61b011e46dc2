/** Handing a shift over: what is open, said and accepted by name. */
export { openItems, type OpenItem } from "./open-items";
export { acceptShift, handOver, listShifts } from "./shift";
