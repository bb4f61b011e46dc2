/** A program's file as it was chosen: what it is called, and what the drive will give as its identification. */
export interface ChosenFile {
  attachment: number;
  name: string;
  /** Of its content (SHA-256); the very same bytes are put on. */
  hash: string;
  bytes: number;
  identification: number;
}

/** What is done with the drive's own program, as a person sees it before. */
export interface PlannedProgram {
  /** What it does to the link and to the axes, in the words of the definition. */
  disturbs: string;
  /** Of putting on: which file. */
  file?: ChosenFile;
  /** Of taking off: the kept file that is the same as what is in the drive, or why there need be none. */
  keptAs?: string;
  reason?: string;
  /** What is in the drive now. */
  now: { present?: boolean; enabled?: boolean; running?: boolean; identification?: number };
}
