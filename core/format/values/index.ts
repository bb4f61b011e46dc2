/** Files that hold a drive's values: lists, JSON, device configuration files; in and out. */
export {
  bytesOfRaw,
  rawOfBytes,
  readConciseDcf,
  writeConciseDcf,
  type ConciseEntry,
  type ReadConcise,
} from "./concise-dcf";
export { dateIn, type DateIn } from "./date-in";
export { readDcf, writeDcf, type DcfText } from "./dcf";
export { columnOfOneDrive, drivesInColumns, type DriveColumn } from "./drives-in-columns";
export { fittingOfFile, guessFamily, type FamilyFit } from "./guess-family";
export { readJsonValues } from "./json";
export type { FileValue, ValuesAbout, ValuesFile } from "./model";
export {
  isRecordDocument,
  readRecordDocument,
  RECORD_DOCUMENT,
  setOfDocument,
  writeRecordDocument,
  type RecordDocument,
} from "./record-document";
export {
  guessValueColumns,
  readValueRows,
  VALUE_FIELD_WORDS,
  VALUE_FIELDS,
  valueRows,
  type Row,
  type ValueColumns,
  type ValueField,
} from "./table";
export { MEANT_AS, takeValues, type MeantAs, type Taken } from "./take";
