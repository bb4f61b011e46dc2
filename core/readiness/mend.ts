import type { Reason, Verdict } from "./facts";

/** What is asked of a position's line to know what would mend it. */
export interface MendableLine {
  tag: string;
  verdict: Verdict;
  retired?: boolean;
  newest?: { number: number; partial: boolean; notRead: boolean };
  reasons: readonly Reason[];
}

/** What one click would mend at many positions: those that want to be read, and those whose newest complete reading nobody has raised yet. */
export interface Mends {
  read: string[];
  raise: Array<{ tag: string; record: number }>;
}

/**
 * What can be mended for many positions at once. A record that is partial, or of a file, is raised only one by one: somebody has to look at it.
 * Example: a position never recorded, and one with a complete record 3 that nobody raised, give `{ read: ["KL-01"], raise: [{ tag: "KL-02", record: 3 }] }`.
 */
export function mendsOf(lines: readonly MendableLine[]): Mends {
  const open = lines.filter((each) => each.retired !== true && each.verdict !== "ready");
  return {
    read: open
      .filter((each) => each.reasons.some((reason) => reason.next.do === "connect"))
      .map((each) => each.tag),
    raise: open.flatMap(({ tag, newest, reasons }) => {
      const wanted = reasons.some((each) => each.code === "no-standing");
      return wanted && newest && !newest.partial && !newest.notRead ? [{ tag, record: newest.number }] : [];
    }),
  };
}
