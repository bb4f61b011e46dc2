/** Sets and columns as the rows and groups of a sheet: made, filtered, searched, laid out. */
export { gridOf, type SheetGrid } from "./grid";
export type { Cell, SheetRow } from "./row";
export { buildHead, buildSheet, type SheetColumn, type SheetData, type SheetGroup } from "./rows";
export { BESIDES, besidesOf, sideBySide, type Beside } from "./beside";
export { headTitles, hideableOf, saysTitle, withoutColumns } from "./columns";
export { HIDEABLE, type Hideable } from "./hideable";
export { factsOf, saidOutside, type SheetFacts } from "./facts";
export { filterSheet, LEAVABLE, NO_FILTER, type Filtered, type Leavable, type SheetFilter } from "./filter";
export { parseFind, type Condition, type Find } from "./find";
export { copyText } from "./copy";
export { packSheet, unpackSheet, type PackedSheet } from "./packed";
