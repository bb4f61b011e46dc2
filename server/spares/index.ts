/** Spares that were prepared for a position on the workbench. */
export { preparedSpares, type PreparedSpare } from "./prepared";
