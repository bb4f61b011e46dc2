import type { Definition } from "@/core/definition";
import { readFamilies } from "./read";

/** The definitions that ship, for tests. */
export const definitions = readFamilies();
const shipped = (id: string): Definition => definitions.find((each) => each.id === id)!;
export const rill = shipped("fennimore-rill-4");
export const runnel = shipped("fennimore-runnel-1");
export const hollin = shipped("oakhanger-hollin-5");
export const plover = shipped("aldersea-plover-2");
