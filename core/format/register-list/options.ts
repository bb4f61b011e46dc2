import type { Mapping } from "./columns";
import type { Notation } from "./notation";

/** A list as rows of cells; `line` is where a row stands in the file. */
export interface ListRow {
  line: number;
  cells: readonly string[];
}

export interface ListOptions {
  mapping: Mapping;
  /** Row (from 0) that holds the headings; rows up to it are passed over. */
  headRow: number;
  /** Whether the list counts registers from 0, as the wire does, or from 1. */
  base: 0 | 1;
  /** How registers and limits are written; found out from the list where a person has not said. */
  numbering?: Notation["numbering"];
  radix?: Notation["radix"];
  limits?: Notation["limits"];
}
