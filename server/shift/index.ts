/** Handing a shift over: what is open, said and accepted by name. */
export { acceptShift, handOver, listShifts, openItems, type OpenItem } from "./shift";
