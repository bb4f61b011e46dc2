/** Every way in: method, path, right, input, answer, troubles. Handlers, the browser's calls and the published description derive from it. */
import type { AnyEndpoint } from "./endpoint";
import * as archive from "./endpoints/archive";
import * as batches from "./endpoints/batches";
import * as bench from "./endpoints/bench";
import * as cabinet from "./endpoints/cabinet";
import * as carry from "./endpoints/carry-over";
import * as checklists from "./endpoints/checklists";
import * as comparisons from "./endpoints/comparisons";
import * as door from "./endpoints/door";
import * as drafts from "./endpoints/drafts";
import * as drives from "./endpoints/drives";
import * as families from "./endpoints/families";
import * as files from "./endpoints/files";
import * as journal from "./endpoints/journal";
import * as ledger from "./endpoints/ledger";
import * as oldFiles from "./endpoints/old-files";
import * as papers from "./endpoints/papers";
import * as people from "./endpoints/people";
import * as positions from "./endpoints/positions";
import * as practice from "./endpoints/practice";
import * as questions from "./endpoints/questions";
import * as rehearsals from "./endpoints/rehearsals";
import * as restore from "./endpoints/restore";
import * as rounds from "./endpoints/rounds";
import * as sheets from "./endpoints/sheets";
import * as shifts from "./endpoints/shifts";

export { commonTroubles, fieldsOf, waysInWords, type FieldInWords, type WayInWords } from "./in-words";
export { schemaOf } from "./json-schema";
export { API_VERSION, openApi } from "./openapi";
export { addressOf } from "./address";
export {
  COMMON_TROUBLES,
  fillPath,
  isPersonsOwn,
  paramsOf,
  type AnyEndpoint,
  type Endpoint,
} from "./endpoint";
export {
  hasRight,
  PLANT_ROLES,
  RIGHTS,
  ROLE_WORDS,
  ROLES,
  type PlantRole,
  type Right,
  type Role,
} from "./rights";
export type { BatchMember, BatchView } from "./views/batch";
export type { ConnectionView, FoundDrive, ReadingView, SearchMark } from "./views/connection";
export { linkSettings } from "./views/drive";
export { liveEvent, type LiveEvent } from "./views/event";
export type { PositionLine, PositionWindow, VerdictCounts } from "./views/plant";
export type { InventoryLine, InventoryWindow } from "./views/inventory";
export { receiptContent, type ReceiptContent } from "./views/receipt";
export {
  restorePlace,
  type JobView,
  type RestoreDetail,
  type RestoreSummary,
  type StepChange,
} from "./views/restore";
export {
  check as checkShape,
  identity as identityShape,
  plan as planShape,
  planChoices as planChoicesShape,
  rawValue as rawValueShape,
  sentChange as sentChangeShape,
} from "./stored";
export { rehearsalContent, type RehearsalContent } from "./views/rehearsal";
export type { SearchView } from "./views/search";
export type { StandInView } from "./views/stand-in";
export type { FoundThing } from "./endpoints/ledger";
export type { PeekItem, SerialPortView, TerminalView } from "./endpoints/bench";
export type { AnswerView } from "./endpoints/questions";
export type { ComparedWords } from "./endpoints/comparisons";
export type { ElsewhereView, ParameterNote, ParameterView } from "./endpoints/sheets";
export type { SafetyWords } from "./endpoints/restore";
export type { ImportChoices, PreviewView, UploadView } from "./endpoints/families";
export { JOURNAL_KINDS, type JournalKind } from "./endpoints/journal";
export { DRIVE_EVENT_KINDS, DRIVE_EVENT_WORDS, type DriveEventKind } from "./endpoints/drives";
export { HEADING_LINES, LARGEST_LOGO } from "./endpoints/papers";
export { FILE_KIND_WORDS, FILE_KINDS, LARGEST_FILE, type FileKind, type FileView } from "./endpoints/files";
export {
  archive,
  batches,
  bench,
  cabinet,
  carry,
  checklists,
  comparisons,
  door,
  drafts,
  drives,
  families,
  files,
  journal,
  ledger,
  oldFiles,
  papers,
  people,
  positions,
  practice,
  questions,
  rehearsals,
  restore,
  rounds,
  sheets,
  shifts,
};
export type {
  BulkView,
  DraftChangeView,
  DraftValueView,
  MergeView,
  PlateWords,
  SeveralView,
  SeveralWish,
} from "./endpoints/drafts";
export type { ChecklistsView } from "./endpoints/checklists";
export type { RecordHead } from "./endpoints/door";
export type { CarryLineView, CarryView } from "./endpoints/carry-over";
export type { ExerciseView } from "./endpoints/practice";
export { LARGEST_BUNDLE, type TakenBundle } from "./endpoints/archive";
export type { OldFileChoices, OldFileView } from "./endpoints/old-files";
export type { ListLineView, PositionWordsView } from "./endpoints/positions";

/** All ways in, in one list. */
export const ENDPOINTS: readonly AnyEndpoint[] = [
  archive,
  batches,
  bench,
  cabinet,
  carry,
  checklists,
  comparisons,
  door,
  drafts,
  drives,
  families,
  files,
  journal,
  ledger,
  oldFiles,
  papers,
  people,
  positions,
  practice,
  questions,
  rehearsals,
  restore,
  rounds,
  sheets,
  shifts,
].flatMap((group) =>
  Object.values(group).filter((each): each is AnyEndpoint => typeof each === "object" && "method" in each),
);
