import { object, oneOf, optional, text } from "@/core/shape";
import { endpoint, name } from "../endpoint";

/** What lines of the journal tell of, with the word for it. */
export const JOURNAL_KINDS = {
  record: "records",
  read: "readings without change",
  standing: "standing records",
  restore: "restores",
  note: "notes",
  label: "labels",
  file: "files",
  drive: "drives",
  position: "positions",
  definition: "definitions",
  people: "people",
  plant: "plants and copies",
  round: "rounds",
  shift: "shifts",
  draft: "drafts",
} as const;
export type JournalKind = keyof typeof JOURNAL_KINDS;

const day = text({ min: 10, max: 10, pattern: /^\d{4}-\d{2}-\d{2}$/, called: "a day as 2026-03-14" });

export const journalFilter = {
  person: optional(text({ max: 80 })),
  tag: optional(text({ max: 80 })),
  kind: optional(oneOf(Object.keys(JOURNAL_KINDS) as JournalKind[])),
  from: optional(day),
  until: optional(day),
};

export const journalFile = endpoint({
  method: "GET",
  path: "/api/plants/:plant/journal/:format",
  does: "The journal, or the part of it that fits, as a file.",
  right: "see",
  params: object({ plant: name, format: oneOf(["csv", "xlsx"]) }),
  query: object(journalFilter),
  sends: "file",
});
