/** Every way in: method, path, right, input, answer, troubles. Handlers, the browser's calls and the published description derive from it. */
import type { AnyEndpoint } from "./endpoint";
import * as bench from "./endpoints/bench";
import * as cabinet from "./endpoints/cabinet";
import * as families from "./endpoints/families";
import * as ledger from "./endpoints/ledger";
import * as restore from "./endpoints/restore";

export { COMMON_TROUBLES, fillPath, paramsOf, type AnyEndpoint, type Endpoint } from "./endpoint";
export { RIGHTS, type Right } from "./rights";
export type { ConnectionView, FoundDrive, ReadingView, SearchMark } from "./views/connection";
export { linkSettings } from "./views/drive";
export { liveEvent, type LiveEvent } from "./views/event";
export type { InventoryLine } from "./views/inventory";
export {
  receiptContent,
  restorePlace,
  type JobView,
  type ReceiptContent,
  type RestoreDetail,
  type StepChange,
} from "./views/restore";
export {
  check as checkShape,
  identity as identityShape,
  plan as planShape,
  planChoices as planChoicesShape,
} from "./stored";
export type { SearchView } from "./views/search";
export type { StandInView } from "./views/stand-in";
export type { FoundThing } from "./endpoints/ledger";
export type { PeekItem, SerialPortView } from "./endpoints/bench";
export type { SafetyWords } from "./endpoints/restore";
export type { ImportChoices, PreviewView, UploadView } from "./endpoints/families";
export { bench, cabinet, families, ledger, restore };

/** All ways in, in one list. */
export const ENDPOINTS: readonly AnyEndpoint[] = [bench, cabinet, families, ledger, restore].flatMap(
  (group) =>
    Object.values(group).filter((each): each is AnyEndpoint => typeof each === "object" && "method" in each),
);
