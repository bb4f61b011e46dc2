import { DECIDED_WORDS, OUTCOME_TITLES, type CarryAccount } from "@/core/carry-over";
import { positionPath } from "@/core/plant/position-path";
import { attach, storeFile } from "@/server/files";
import type { RecordRow } from "@/server/ledger";
import type { Person } from "@/server/people";
import { tableCsv, type Columns } from "@/server/table-file";
import type { DraftParts } from "./change";

type Line = CarryAccount["lines"][number];

const values = (of: Line["from"]): string => of.map((each) => each.text ?? "no value").join("; ");
const COLUMNS: Columns<Line> = [
  ["Outcome", (line) => OUTCOME_TITLES[line.outcome]],
  ["Was", (line) => line.from.map((each) => `${each.code} ${each.name}`).join("; ")],
  ["Value", (line) => values(line.from)],
  ["Becomes", (line) => line.to.map((each) => `${each.code} ${each.name}`).join("; ")],
  ["New value", (line) => values(line.to)],
  ["Why", (line) => line.reason],
  ["Decided", (line) => (line.decided ? DECIDED_WORDS[line.decided] : "")],
];

/** The account of a carrying over as CSV. */
export function accountCsv({ lines }: CarryAccount): string {
  return tableCsv(COLUMNS, lines);
}

/** Keeps the account of a carrying over with the record that the draft became. */
export async function attachAccount(
  { db, now }: DraftParts,
  person: Person,
  plantId: number,
  tag: string,
  positionId: number,
  record: Pick<RecordRow, "id" | "number">,
  account: CarryAccount,
): Promise<void> {
  const bytes = new TextEncoder().encode(accountCsv(account));
  const stored = await storeFile(db, new Blob([bytes]).stream(), bytes.length);
  if (typeof stored === "string") return;
  await attach(
    db,
    person,
    plantId,
    {
      positionId,
      recordId: record.id,
      words: `record ${record.number} of ${tag}`,
      href: positionPath(tag, `?record=${record.number}`),
    },
    {
      hash: stored.hash,
      name: `${tag}-record-${record.number}-carried-over.csv`,
      kind: "other",
      note: `Carried over from record ${account.record} (${account.from.title}): a line for every parameter.`,
    },
    now(),
  );
}
