import { and, eq, not, sql } from "drizzle-orm";
import type { Definition } from "@/core/definition";
import type { DriveIdentity, DriveState } from "@/core/drive";
import { completenessOf, pieceHash, recordHashes, type ParameterSet, type Piece } from "@/core/set";
import { tables, type Database } from "@/server/database";
import { keepDefinitionVersion } from "@/server/definitions";
import { writeJournal } from "@/server/journal";
import type { Person } from "@/server/people";
import { makeCurrent } from "./current";
import { newestRecord, type RecordRow } from "./records";

export interface Reading {
  positionId: number;
  set: ParameterSet;
  identity: DriveIdentity;
  state: DriveState;
  linkName: string;
  unit: number;
  origin: RecordRow["origin"];
  takenAt: Date;
}

export interface Kept {
  record: RecordRow;
  /** The reading's settings equal this record of the same drive, so nothing was added. */
  unchanged: boolean;
}

/**
 * Keeps a reading as the next record of a position. A reading whose settings equal the last record of the same drive is
 * recognised and not stored again. Numbering is safe when two people record at once: the position is locked meanwhile.
 */
export async function keepReading(
  db: Database,
  definition: Definition,
  person: Person,
  reading: Reading,
): Promise<Kept> {
  return db.transaction(async (tx) => {
    const positions = await tx
      .select()
      .from(tables.position)
      .where(eq(tables.position.id, reading.positionId))
      .for("update");
    const position = positions[0];
    if (!position) throw new Error("This position is not in the plant any more.");
    const hashes = recordHashes(definition, reading.set);
    const last = await newestRecord(tx, reading.positionId);
    const completeness = completenessOf(definition, reading.set);
    if (
      last &&
      last.hashSettings === hashes.settings &&
      last.serial === reading.identity.serial &&
      last.firmware === reading.identity.firmware &&
      last.present === completeness.present
    ) {
      // It may have been somewhere else meanwhile.
      await fitDrive(tx, reading.identity, position);
      await writeJournal(tx, {
        at: reading.takenAt,
        plantId: position.plantId,
        by: person.id,
        byName: person.name,
        kind: "read",
        positionId: position.id,
        text: `Read ${position.tag}: nothing has changed since record ${last.number}.`,
        href: `/positions/${position.tag}?record=${last.number}`,
      });
      return { record: last, unchanged: true };
    }
    const drive = await fitDrive(tx, reading.identity, position);
    await keepDefinitionVersion(tx, definition);
    const pieceHashes = await storePieces(tx, definition.id, reading.set.pieces);
    const inserted = await tx
      .insert(tables.record)
      .values({
        positionId: position.id,
        number: (last?.number ?? 0) + 1,
        takenAt: reading.takenAt,
        takenBy: person.id,
        takenByName: person.name,
        origin: reading.origin,
        driveId: drive,
        serial: reading.identity.serial,
        rating: reading.identity.rating ?? null,
        ratingName: reading.identity.ratingName,
        supply: reading.identity.supply,
        firmware: reading.identity.firmware,
        facts: factsOf(reading.identity),
        definitionId: definition.id,
        definitionVersion: definition.version,
        hashAll: hashes.all,
        hashSettings: hashes.settings,
        expected: completeness.expected,
        present: completeness.present,
        missing: completeness.missing,
        trip: reading.state.trip ? `${reading.state.trip.number}: ${reading.state.trip.name}` : null,
        warnings: reading.state.warnings,
        running: reading.state.running ?? false,
        volatile: reading.state.volatile ?? null,
        linkName: reading.linkName,
        unitAddress: reading.unit,
        jobNumber: position.jobNumber,
      })
      .returning();
    const row = inserted[0]!;
    await makeCurrent(tx, "newest", position.id, row.id, pieceHashes);
    await tx
      .insert(tables.recordPiece)
      .values(pieceHashes.map((hash, ordinal) => ({ recordId: row.id, ordinal, hash })));
    await writeJournal(tx, {
      at: reading.takenAt,
      plantId: position.plantId,
      by: person.id,
      byName: person.name,
      kind: "record",
      positionId: position.id,
      text: `${originText[reading.origin]} ${position.tag} as record ${row.number}, drive ${row.serial}.`,
      href: `/positions/${position.tag}?record=${row.number}`,
    });
    return { record: row, unchanged: false };
  });
}

const originText: Record<RecordRow["origin"], string> = {
  read: "Recorded",
  "before-restore": "Recorded, before a restore,",
  "after-restore": "Recorded, after a restore,",
};

/** What a record keeps of a drive beside its type plate. */
function factsOf({ powerPart, axes, options, modules, really }: DriveIdentity): RecordRow["facts"] {
  return { powerPart, axes, options, modules, really };
}

/** Stores pieces once for each hash and gives their hashes in order. */
export async function storePieces(
  db: Database,
  definitionId: string,
  pieces: readonly Piece[],
): Promise<string[]> {
  const rows = pieces.map((content) => ({ hash: pieceHash(definitionId, content), content }));
  if (rows.length > 0) await db.insert(tables.piece).values(rows).onConflictDoNothing();
  return rows.map((each) => each.hash);
}

/** Notes that a drive is fitted at a position, and that another one no longer is. Gives the drive's id. */
async function fitDrive(
  tx: Database,
  identity: DriveIdentity,
  position: { id: number; plantId: number },
): Promise<number> {
  const { drive } = tables;
  const { serial } = identity;
  await tx
    .update(drive)
    .set({ whereabouts: "removed", positionId: null })
    .where(
      and(
        eq(drive.positionId, position.id),
        not(and(eq(drive.serial, serial), eq(drive.definitionId, identity.definitionId))!),
      ),
    );
  const rows = await tx
    .insert(drive)
    .values({
      plantId: position.plantId,
      definitionId: identity.definitionId,
      serial,
      rating: identity.rating ?? null,
      firmware: identity.firmware,
      powerPart: identity.powerPart ?? null,
      axes: identity.axes ?? null,
      whereabouts: "fitted",
      positionId: position.id,
    })
    .onConflictDoUpdate({
      target: [drive.definitionId, drive.serial],
      set: {
        whereabouts: sql`'fitted'`,
        positionId: position.id,
        firmware: identity.firmware,
        powerPart: identity.powerPart ?? null,
        axes: identity.axes ?? null,
      },
    })
    .returning({ id: drive.id });
  return rows[0]!.id;
}
