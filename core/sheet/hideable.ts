/** What of a sheet can be left out: a column beside the first by what it is of, or the words on how a row differs. */
export const HIDEABLE = ["default", "record", "draft", "live", "file", "difference"] as const;
export type Hideable = (typeof HIDEABLE)[number];
