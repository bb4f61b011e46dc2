import type { Parameter } from "@/core/value";
import type { DefinitionFile, RatingSpec } from "./model";

/** A group in the order of the sheet, with its own parameters (not those of its sub-groups). */
export interface Group {
  id: string;
  title: string;
  /** Titles from the outermost group down to this one. */
  trail: string[];
  parameters: Parameter[];
}

/** A definition with its look-ups made: what the rest of the core works with. */
export interface Definition {
  file: DefinitionFile;
  id: string;
  version: string;
  /** Vendor and family, as people say it. */
  title: string;
  groups: Group[];
  parameters: Parameter[];
  byCode: ReadonlyMap<string, Parameter>;
  ratings: ReadonlyMap<string, RatingSpec>;
}
