import { readFamilies } from "./read";

/** The definitions that ship, for tests. */
export const definitions = readFamilies();
export const rill = definitions.find((each) => each.id === "fennimore-rill-3")!;
