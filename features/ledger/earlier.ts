import { recordWords } from "@/core/set/record-words";
import type { EarlierRecord } from "@/features/sheet/leaf";
import { day } from "@/ui/when";
import type { RecordView } from "./types";

/** The records before one that were made under the same definition, so that it can be held against them; each with its day, where that is known. */
export function earlierOf(records: readonly RecordView[], of: RecordView): EarlierRecord[] {
  return records
    .filter((each) => each.number < of.number && each.definition === of.definition)
    .map((each) => ({
      number: each.number,
      words: [recordWords(each), ...(each.source?.dateGiven === null ? [] : [day(each.takenAt)])].join(", "),
    }));
}
