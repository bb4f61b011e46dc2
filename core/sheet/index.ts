/** Sets and columns as the rows and groups of a sheet: made, filtered, searched, laid out. */
export { gridOf, type SheetGrid } from "./grid";
export {
  buildSheet,
  filterSheet,
  type Cell,
  type SheetColumn,
  type SheetData,
  type SheetGroup,
  type SheetRow,
} from "./rows";
