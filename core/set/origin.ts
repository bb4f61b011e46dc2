/** How a record came about: read by somebody, read before or after something was done with the drive, brought in from a file, entered from a draft. */
export const RECORD_ORIGINS = [
  "read",
  "before-restore",
  "after-restore",
  "before-operation",
  "after-operation",
  "file",
  "draft",
] as const;
export type RecordOrigin = (typeof RECORD_ORIGINS)[number];
