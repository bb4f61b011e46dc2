import { driftOf } from "@/core/compare";
import { EVERYTHING } from "@/core/definition";
import { bad, driveKeyOf, good, type Result } from "@/core/drive";
import { factorySet, valuesByCode } from "@/core/set";
import type { Bench, Connection } from "@/server/bench";
import { checklistsOf } from "@/server/checklist";
import { tables, type Database } from "@/server/database";
import { writeJournal } from "@/server/journal";
import { loadSet, recordByNumber } from "@/server/ledger";
import type { Person } from "@/server/people";
import { isNewest, type findReceipt } from "./receipt";

type Receipt = NonNullable<Awaited<ReturnType<typeof findReceipt>>>;

/** What has to be compared once more after a restore, and who may have written meanwhile. */
export interface AfterStart {
  /** Who writes values into the drive by itself, and when: as the position's lists say. */
  reloads: string;
  /** The record that was read after the restore. */
  record: number;
}

/** How a drive stood after the controller's start, beside the record that was read after the restore. */
export interface ComparedAfter {
  compared: number;
  /** Settings that are otherwise, and settings that were not read. */
  changed: string[];
  notRead: string[];
}

/**
 * Whether a restore is to be compared once more after a controller above has started: where the position says that somebody writes its values by himself, and nothing was restored
 * there since. Undefined where it need not be.
 */
export async function afterStartOf(
  db: Database,
  { id, positionId, content }: Receipt,
): Promise<AfterStart | undefined> {
  if (content.kind !== "restore" || content.spare || content.afterRecord === undefined) return undefined;
  const { reloads } = await checklistsOf(db, positionId);
  if (reloads === "") return undefined;
  return (await isNewest(db, { id, positionId })) ? { reloads, record: content.afterRecord } : undefined;
}

/**
 * Somebody says that the controller has started: the drive is read anew and compared with the record of after. What came of it stands beside the receipt, for ever. Refused where nothing is to
 * be compared, where another drive is connected, or where the reading did not come to its end.
 */
export async function compareAfterStart(
  { db, bench, now }: { db: Database; bench: Bench; now: () => Date },
  person: Person,
  receipt: Receipt,
  connection: Connection | undefined,
): Promise<Result<ComparedAfter>> {
  const open = await afterStartOf(db, receipt);
  if (!open)
    return bad({
      kind: "not-now",
      text: "Nothing is to be compared after a controller's start here any more.",
      remedy: "Load the page again.",
    });
  if (
    connection?.phase !== "connected" ||
    driveKeyOf(connection.identity) !== driveKeyOf(receipt.content.drive)
  )
    return bad({
      kind: "not-connected",
      text: "The drive of this receipt is not connected.",
      remedy: "Connect it on the bench, then compare it here.",
    });
  // What a stopped reading holds was in the drive before the start.
  if (!bench.startReading(person, connection, EVERYTHING, true))
    return bad({
      kind: "busy",
      text: "It is being read already, from before you said that the controller has started.",
      remedy: "Wait until that is done, then compare it again.",
    });
  if (!(await bench.readingEnded(connection)))
    return bad({
      kind: "not-now",
      text: "The reading did not come to its end, so nothing is known of how it stands now.",
      remedy: "Look at the drive's page, then compare it again.",
    });
  const row = (await recordByNumber(db, receipt.positionId, open.record))!;
  const { definition, identity, values } = connection;
  if (row.definitionId !== definition.id)
    return bad({
      kind: "not-now",
      text: `Record ${row.number} was read under another parameter list than the one it answers with now.`,
      remedy: "It was switched over since: record it as it is, and look at both beside each other.",
    });
  const after = valuesByCode(await loadSet(db, row));
  const standard = valuesByCode(factorySet(definition, identity.rating));
  // It was read by this very drive, before it started.
  const drift = driftOf(definition, standard, after, values, definition);
  const found: ComparedAfter = {
    compared: drift.compared,
    changed: [...drift.changed, ...drift.backToDefault],
    notRead: drift.notRead,
  };
  await keep(db, person, receipt, open, found, now());
  return good(found);
}

async function keep(
  db: Database,
  person: Person,
  { id, plantId, positionId }: Receipt,
  { reloads, record }: AfterStart,
  { compared, changed, notRead }: ComparedAfter,
  at: Date,
): Promise<void> {
  const alike = changed.length === 0 && notRead.length === 0;
  const said = alike
    ? `all ${compared} settings as in record ${record}`
    : [
        changed.length > 0 &&
          `${changed.length} of ${compared} settings otherwise than in record ${record}: ${named(changed)}`,
        notRead.length > 0 && `${notRead.length} not read: ${named(notRead)}`,
      ]
        .filter(Boolean)
        .join("; ");
  await db.transaction(async (tx) => {
    await tx.insert(tables.receiptChecks).values({
      receiptId: id,
      which: "controller-start",
      ticks: [
        { text: `Compared after the start of what writes by itself: ${reloads}`, done: alike, value: said },
      ],
      why: "",
      at,
      by: person.id,
      byName: person.name,
    });
    await writeJournal(tx, {
      at,
      plantId,
      by: person.id,
      byName: person.name,
      kind: "restore",
      positionId,
      text: `Compared once more after the controller's start, receipt ${id}: ${said}.`.slice(0, 900),
      href: `/receipts/${id}`,
    });
  });
}

/** As many as somebody reads; the sheet marks them all. */
function named(codes: readonly string[]): string {
  return `${codes.slice(0, 12).join(", ")}${codes.length > 12 ? ` and ${codes.length - 12} more` : ""}`;
}
