import { eq } from "drizzle-orm";
import { bad, good, type Result } from "@/core/drive";
import { positionPath } from "@/core/plant/position-path";
import { tables, type Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import { writeJournal } from "@/server/journal";
import { raiseStanding, recordById, recordByNumber, standingOf } from "@/server/ledger";
import type { Person } from "@/server/people";
import { isNewest, type findReceipt } from "./receipt";

type Receipt = NonNullable<Awaited<ReturnType<typeof findReceipt>>>;

/** What the position still says of the drive that stood there before, after another kind was restored and verified. */
export interface Unsettled {
  /** The record read after the restore, which is of the drive that stands there now. */
  record: number;
  /** The standing record, which cannot be restored onto it. */
  standing: number;
  /** The family as it is noted and as it is, where they differ. */
  family?: { noted: string; now: string };
}

/**
 * What ought to follow a verified restore onto another rating or family: the record read after it stands, and the position's family is the drive's. Undefined where there is nothing to
 * settle: the kind is the same, it was not verified, something was restored there since, or the position is retired.
 */
export async function unsettledOf(
  { db, shelf }: { db: Database; shelf: DefinitionShelf },
  { id, positionId, content }: Receipt,
): Promise<Unsettled | undefined> {
  const { kind, outcome, afterRecord, drive, spare } = content;
  if (spare || kind !== "restore" || outcome !== "verified" || afterRecord === undefined) return undefined;
  const [place] = await db.select().from(tables.position).where(eq(tables.position.id, positionId));
  if (!place || place.retiredAt !== null || !(await isNewest(db, { id, positionId }))) return undefined;
  const choice = await standingOf(db, positionId);
  const standing = choice && (await recordById(db, choice.recordId));
  if (!standing) return undefined;
  const otherKind =
    standing.definitionId !== drive.definitionId || standing.rating !== (drive.rating ?? null);
  if (!otherKind || standing.number === afterRecord) return undefined;
  const title = (definitionId: string): string => shelf.find(definitionId)?.title ?? definitionId;
  return {
    record: afterRecord,
    standing: standing.number,
    family:
      place.definitionId === drive.definitionId
        ? undefined
        : { noted: title(place.definitionId), now: title(drive.definitionId) },
  };
}

/** Raises the record read after the restore, and notes the drive's family with its position. Refused where there is nothing to settle any more. */
export async function settle(
  parts: { db: Database; shelf: DefinitionShelf },
  person: Person,
  receipt: Receipt,
  at: Date,
): Promise<Result<undefined>> {
  const open = await unsettledOf(parts, receipt);
  const { positionId, plantId, content } = receipt;
  const row = open && (await recordByNumber(parts.db, positionId, open.record));
  if (!open || !row)
    return bad({
      kind: "not-now",
      text: "There is nothing to settle after this restore any more.",
      remedy: "Look at the position's page for how it stands.",
    });
  const { tag, drive } = content;
  const { position } = tables;
  return parts.db.transaction(async (tx) => {
    const reason = `Restored onto ${drive.ratingName}, serial ${drive.serial}, and verified (receipt ${receipt.id})`;
    await raiseStanding(tx, person, { id: positionId, plantId, tag }, row.id, reason, at);
    if (open.family) {
      const [place] = await tx.select().from(position).where(eq(position.id, positionId));
      await tx
        .update(position)
        .set({ definitionId: drive.definitionId, revision: place!.revision + 1 })
        .where(eq(position.id, positionId));
      await writeJournal(tx, {
        at,
        plantId,
        by: person.id,
        byName: person.name,
        kind: "position",
        positionId,
        text: `Changed ${tag}: family: ${open.family.noted} → ${open.family.now}.`,
        href: positionPath(tag),
      });
    }
    return good(undefined);
  });
}
