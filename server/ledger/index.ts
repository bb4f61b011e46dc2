/** Records: keeping, finding and reading them; the standing record. */
export { recordAt, recordsAt, type RecordAt } from "./at-position";
export { defaultColumn, recordColumn } from "./columns";
export { factsOfRecord, newerThan } from "./facts";
export { keepFromFile, keepMade, type FileIdentity, type FromFile } from "./keep-made";
export { loadSet } from "./load-set";
export { contentsOf, storeContent } from "./contents";
export { keepReading, type Kept, type Reading } from "./keep";
export {
  listRecords,
  newestReading,
  newestRecord,
  notesOf,
  recordById,
  recordByNumber,
  standingOf,
  standingsOf,
  wasNotRead,
  type RecordRow,
} from "./records";
export { addNote, labelsOf, setLabel } from "./annotate";
export { raiseSeveral, raiseStanding, whatIsMissing } from "./standing";
