/** Shapes: what a value must look like, as a schema and a type from one source. */
export { parse, parseTexts, type Parsed } from "./parse";
export { same, type Same } from "./same";
export {
  byField,
  either,
  list,
  nothing,
  number,
  object,
  oneOf,
  optional,
  shapeOf,
  table,
  text,
  whole,
  yesNo,
  type ObjectOf,
  type Of,
  type Optional,
  type Shape,
} from "./shape";
