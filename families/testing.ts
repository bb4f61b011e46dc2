import type { Definition } from "@/core/definition";
import { readFamilies, readMappings } from "./read";

/** The definitions that ship, for tests. */
export const definitions = readFamilies();
export const mappings = readMappings();
const shipped = (id: string): Definition => definitions.find((each) => each.id === id)!;
export const rill = shipped("fennimore-rill-4");
export const runnel = shipped("fennimore-runnel-1");
export const hollin = shipped("oakhanger-hollin-5");
export const plover = shipped("aldersea-plover-2");
