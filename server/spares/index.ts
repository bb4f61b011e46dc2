/** Spares that were prepared for a position on the workbench. */
export { alsoRightFor, sparesFor, type AlsoRight, type SpareFor } from "./twins";
export { preparedSpares, type PreparedSpare } from "./prepared";
