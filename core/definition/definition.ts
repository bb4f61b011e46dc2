import type { Parameter } from "@/core/value";
import type { DefinitionFile, RatingSpec, RuleSpec } from "./file";

/** A group in the order of the sheet, with its own parameters (not those of its sub-groups). */
export interface Group {
  /** Unique: the file's id, with axis and set where there are several. */
  id: string;
  /** The id in the definition file. */
  base: string;
  axis: number;
  set: number;
  title: string;
  /** The ids of the groups around it, from the outermost on. */
  within: string[];
  /** The option that holds it, where it is there only with one. */
  option?: string;
  /** Titles from the outermost group down to this one. */
  trail: string[];
  parameters: Parameter[];
}

/** What stands in the cabinet, as far as it decides which parameters there are. */
export interface Fitting {
  firmware: string;
  /** Axes fitted; 1 where a family knows no axes. */
  axes: number;
  /** Ids of the option modules fitted. */
  options: readonly string[];
}

/** A definition with its look-ups made, for one fitting: what the rest of the core works with. */
export interface Definition {
  file: DefinitionFile;
  id: string;
  version: string;
  /** Vendor and family, as people say it. */
  title: string;
  protocol: "modbus" | "canopen";
  slowestAnswerMs: number;
  /** Code of the parameter that holds the drive's own address on the line. */
  addressCode: string | undefined;
  fitting: Fitting;
  /** Axis numbers, from 1; empty where the family knows no axes. */
  axes: number[];
  groups: Group[];
  parameters: Parameter[];
  byCode: ReadonlyMap<string, Parameter>;
  /** The file's rules, once for each axis and set. */
  rules: RuleSpec[];
  ratings: ReadonlyMap<string, RatingSpec>;
}
