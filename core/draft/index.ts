/** Drafts: the record they began from and their steps; pure. */
export { faultsOf, whyNotDrafted } from "./faults";
export {
  changesOf,
  draftValues,
  invertStep,
  type DraftChange,
  type DraftStep,
  type NewStep,
  type Values,
} from "./step";
export { mergedValues, mergeLines, type MergeLine } from "./merge";
export { becoming, defaultBecomes, presetBecomes, type Become } from "./several";
export { redo, undo, type Undo } from "./undo";
