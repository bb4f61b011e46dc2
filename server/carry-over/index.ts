/** Carrying over: what a record becomes on another drive, and the draft that is made of it. */
export { beginCarried, type CarryWish, type SaidOfLine } from "./begin";
export { carryView } from "./view";
export { lookAtCarry, type Carry, type CarryParts } from "./look";
