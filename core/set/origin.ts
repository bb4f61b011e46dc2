/** How a record came about: read by somebody, read before or after something was done with the drive, or with a spare that is prepared for the position and does not stand there, brought in from a file, entered from a draft. */
export const RECORD_ORIGINS = [
  "read",
  "before-restore",
  "after-restore",
  "before-operation",
  "after-operation",
  "before-spare",
  "after-spare",
  "file",
  "draft",
] as const;
export type RecordOrigin = (typeof RECORD_ORIGINS)[number];

/** Records of a drive that did not stand at the position: they say nothing of what stands there. */
export const OF_SPARE = ["before-spare", "after-spare"] as const satisfies readonly RecordOrigin[];
