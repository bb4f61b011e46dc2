/** One value: raw <-> physical, format, parse, range, choices, bits. */
export {
  BELONGS_TO,
  EFFECTS,
  NEVER_WRITTEN,
  NOT_SETTINGS,
  PARAMETER_KINDS,
  VALUE_TYPES,
  type BelongsTo,
  type BitName,
  type Choice,
  type Effect,
  type Parameter,
  type ParameterKind,
  type ValueType,
} from "./parameter";
export { decodeKey, encodeKey, type ParameterKey } from "./parameter-key";
export {
  exactDecimals,
  parseRational,
  reduce,
  toDecimalText,
  type Rational,
  roundRational,
} from "./rational";
export {
  byteCount,
  decodeRegisters,
  emptyRaw,
  encodeRegisters,
  floatFromBits,
  floatOf,
  floatRaw,
  floatToBits,
  isBits,
  isFloat,
  isText,
  isWide,
  rawBounds,
  rawFromBits,
  registerCount,
  type ByCode,
  type RawValue,
  type Sized,
} from "./raw";
export { REGISTER_ORDERS, type RegisterOrder } from "./register-order";
export { decimalsFor, floatText, physicalNumber, physicalRational, physicalText } from "./physical";
export { formatLine, formatValue, type FormattedValue } from "./format";
export { cannotHold } from "./cannot-hold";
export { readFigure } from "./figure";
export { parseValue, toRaw, type Parsed } from "./parse";
export { veiled } from "./veiled";
export { checkRange } from "./range";
export { unitFactor } from "./unit";
