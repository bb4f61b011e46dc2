/** A position's own lists, and who went through them after an operation. */
export { checklistsOf, keepChecklists } from "./lists";
export { signChecklist, signedOf, type SignedList } from "./sign";
