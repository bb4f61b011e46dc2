/** Files of drives' values: what lies on a share becomes records, and records become files. */
export { FilesBeside, type FileBeside } from "./beside";
export { documentOf, recordFile, type RecordFormat } from "./record-file";
export { takeOldFile } from "./take";
