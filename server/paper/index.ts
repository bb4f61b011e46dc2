/** Papers: made of plain data, with the company's heading, as PDF; and comparisons as files. */
export { accountPaper } from "./account-paper";
export { comparePaper, compareTable, type SideBySide } from "./compare-file";
export type { PaperHeading } from "./document";
export { draftPaper } from "./draft-paper";
export { dropLogo, headingOf, setHeading, setLogo } from "./heading";
export { printPaper } from "./print";
export { receiptPaper } from "./receipt-paper";
export { recordPaper } from "./record-paper";
