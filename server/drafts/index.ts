/** Drafts: working copies of records, changed by several people, entered as records or given up. */
export { beginBulk, lookAtBulk, type BulkLine, type BulkWish } from "./bulk";
export { changeAtDrive } from "./at-drive";
export { accountCsv } from "./attach-account";
export { addSteps, changeDraft, NO_DRAFT, takeBack, type DraftParts, type Wish } from "./change";
export { beginDraft, enterDraft, giveUpDraft, whyRetired, type BeginFrom } from "./drafts";
export { lookAtMerge, mergeDraft, newerRecord } from "./merge";
export { plateChoices, plateOf, storedPlates } from "./plate";
export { newerList, type NewerList } from "./newer-list";
export { changeSeveral, lookAtSeveral, notAsSeen } from "./several";
export { valueView } from "./value";
export { loadDraft, openDrafts, type LoadedDraft } from "./load";
export { changeViews, draftNews, draftSheet, type LiveValues } from "./view";
