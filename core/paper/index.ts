/** What is printed: plain data, made of a sheet, a comparison, a draft or a receipt. */
export { needsContents, type Paper, type PaperColumn, type PaperPart } from "./paper";
export { quantityPart } from "./quantity-part";
export { onPaper, PAPER_ROWS, sheetParts, type PaperRows, type SheetParts } from "./sheet-parts";
