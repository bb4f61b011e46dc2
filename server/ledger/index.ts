/** Records: keeping, finding and reading them; the standing record. */
export { recordAt, type RecordAt } from "./at-position";
export { defaultColumn, recordColumn } from "./columns";
export { factsOfRecord, newerThan } from "./facts";
export { keepReading, storePieces, type Kept, type Reading } from "./keep";
export {
  listRecords,
  loadSet,
  newestRecord,
  notesOf,
  recordById,
  recordByNumber,
  standingOf,
  type RecordRow,
} from "./records";
export { addNote, raiseStanding, whatIsMissing } from "./standing";
