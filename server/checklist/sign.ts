import { asc, eq } from "drizzle-orm";
import {
  CHECKLIST_TITLES,
  leftOut,
  whyNotSigned,
  type Checklist,
  type Signed,
  type Tick,
} from "@/core/checklist";
import { bad, good, type Result } from "@/core/drive";
import { tables, type Database } from "@/server/database";
import { writeJournal } from "@/server/journal";
import type { Person } from "@/server/people";
import { checklistsOf } from "./lists";

const { receiptChecks } = tables;

/**
 * Keeps beside a receipt that a person has gone through one of its position's lists; `closing` are lines that the family adds to the acceptance. Refused where a line or a value is missing, or the list is another one now.
 */
export async function signChecklist(
  db: Database,
  person: Person,
  receipt: { id: number; plantId: number; positionId: number },
  { which, ticks, why }: { which: Checklist; ticks: Tick[]; why: string },
  at: Date,
  closing: readonly string[] = [],
): Promise<Result<undefined>> {
  const lists = await checklistsOf(db, receipt.positionId);
  const refused = whyNotSigned(
    which === "acceptance" ? [...lists.acceptance, ...closing] : lists.beforeOn,
    ticks,
    why,
  );
  if (refused)
    return bad({
      kind: refused.kind === "changed" ? "changed-meanwhile" : "bad-request",
      text: refused.text,
      remedy: "Go through the list as it stands on the receipt, line by line.",
    });
  await db.transaction(async (tx) => {
    await tx.insert(receiptChecks).values({
      receiptId: receipt.id,
      which,
      ticks: ticks.map(({ text, done, value }) => ({
        text,
        done,
        ...(value?.trim() ? { value: value.trim() } : {}),
      })),
      why: why.trim(),
      at,
      by: person.id,
      byName: person.name,
    });
    const left = leftOut(ticks).length;
    await writeJournal(tx, {
      at,
      plantId: receipt.plantId,
      by: person.id,
      byName: person.name,
      kind: "restore",
      positionId: receipt.positionId,
      text: `${CHECKLIST_TITLES[which]} of receipt ${receipt.id}: ${ticks.length - left} of ${ticks.length} lines gone through.`,
      href: `/receipts/${receipt.id}`,
    });
  });
  return good(undefined);
}

/** A list as somebody went through it. */
export interface SignedList {
  which: Signed;
  ticks: Tick[];
  why: string;
  at: Date;
  byName: string;
}

/** The lists that were gone through after an operation, oldest first. */
export function signedOf(db: Database, receiptId: number): Promise<SignedList[]> {
  const { which, ticks, why, at, byName } = receiptChecks;
  return db
    .select({ which, ticks, why, at, byName })
    .from(receiptChecks)
    .where(eq(receiptChecks.receiptId, receiptId))
    .orderBy(asc(receiptChecks.id));
}
