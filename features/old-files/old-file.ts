import type { OldFileChoices, OldFileView } from "@/core/contract";
import type { Trouble } from "@/core/drive";

/** What is to be done with a file. */
export type Aim = "record" | "attach" | "leave";

/** A file on its way into the ledger. */
export interface OldFile {
  path: string;
  file: File;
  /** What a person said of it; the rest is guessed. */
  said: Omit<OldFileChoices, "path" | "modified" | "keep">;
  view: OldFileView | undefined;
  /** It is being looked through with what was said last: what is shown is from before. */
  looking: boolean;
  trouble: Trouble | undefined;
  /** What a person chose to do with it; absent: what fits best. */
  aim: Aim | undefined;
  /** Where it went, with the way there within the plant. */
  done: { words: string; href: string } | undefined;
}

/** A file of several drives that stand beside each other, as one file for each of them: every column is looked through and brought in by itself. Empty for any other file. */
export function filesOfDrives(each: OldFile, view: OldFileView): OldFile[] {
  if (!view.several) return [];
  const { drives, ...columns } = view.several;
  return drives.map(({ column, tag }) => ({
    ...each,
    path: `${each.path} (${tag})`,
    said: { ...each.said, ...columns, value: column, position: tag },
    view: undefined,
    looking: false,
  }));
}

export type Standing =
  "unseen" | "looking" | "ready" | "ask" | "unplaced" | "known" | "closed" | "failed" | "done" | "left";

export const STANDING_WORDS: Record<Standing, string> = {
  unseen: "not looked through yet",
  looking: "being looked through",
  ready: "ready to be brought in",
  ask: "asks something first",
  unplaced: "to be placed",
  known: "here already",
  closed: "holds no values",
  failed: "did not come about",
  done: "brought in",
  left: "left out",
};

/** How it stands with a file: what is still to be said of it, or what became of it. */
export function standingOf({ view, looking, trouble, done, aim }: OldFile): Standing {
  if (done !== undefined) return "done";
  if (aim === "leave") return "left";
  if (looking) return "looking";
  if (trouble) return trouble.kind === "ask-first" ? "ask" : "failed";
  if (!view) return "unseen";
  if (aim === "attach" || view.closed) return aim === "attach" && view.position ? "ready" : "closed";
  if ((view.before || view.values?.same !== undefined) && aim !== "record") return "known";
  if (!view.values?.family || view.values.taken === 0) return "unplaced";
  return view.position === undefined ? "unplaced" : "ready";
}
