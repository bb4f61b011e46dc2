/** Something to say of one line of a file. "left-out": nothing of it is taken; "changed": it is taken, but not as it stands; "note": it is taken, and worth a look. */
export interface LineNote {
  /** From 1; 0 for the file as a whole. */
  line: number;
  verdict: "left-out" | "changed" | "note";
  /** What stands there. */
  what: string;
  reason: string;
  remedy: string;
}
