/** What is printed, without any layout: a title, facts, and parts with a table each. */
export interface Paper {
  title: string;
  /** A line below the title. */
  about: string;
  facts: Array<[label: string, fact: string]>;
  /** What must not be missed, before anything else: partial, not verified, rows left out. */
  cautions: string[];
  parts: PaperPart[];
  /** What stands at the foot of every page beside its number. */
  foot: string;
}

export interface PaperPart {
  title: string;
  note?: string;
  columns: PaperColumn[];
  rows: string[][];
}

export interface PaperColumn {
  title: string;
  /** Its share of the page's width beside the other columns. */
  width: number;
  /** Codes and values are set in the face with figures of one width. */
  mono?: boolean;
}

/** A table of contents is worth its place from so many parts on. */
const CONTENTS_FROM = 4;

/** Whether a paper is long enough for a table of contents. */
export const needsContents = ({ parts }: Paper): boolean => parts.length >= CONTENTS_FROM;
