/** What values mean, whatever family they are of: common quantities with units converted. */
export {
  cellOf,
  compareQuantities,
  QUANTITY_VERDICTS,
  quantityLines,
  type PlacedValue,
  type QuantityColumn,
  type QuantityLine,
  type QuantityRow,
  type QuantityVerdict,
} from "./compare";
export { parameterAt, placesOf, readQuantity, type Place, type QuantityValue } from "./read";
