/** A position's own lists, and who went through them after an operation. */
export { checklistsOf, keepChecklists } from "./lists";
export { runsWithOf, type RunsWith } from "./runs-with";
export { signChecklist, signedOf, type SignedList } from "./sign";
