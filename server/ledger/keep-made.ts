import { and, desc, eq, ne } from "drizzle-orm";
import type { Definition } from "@/core/definition";
import type { DriveIdentity } from "@/core/drive";
import { positionPath } from "@/core/plant/position-path";
import { completenessOfMade, recordHashes, type ParameterSet } from "@/core/set";
import { tables, type Database } from "@/server/database";
import { keepDefinitionVersion } from "@/server/definitions";
import { writeJournal } from "@/server/journal";
import type { Person } from "@/server/people";
import { storeContent } from "./contents";
import { makeCurrent } from "./current";
import { newestRecord, wasNotRead, type RecordRow } from "./records";

/** What a file says of the drive it was taken from; empty or "not told" where it says nothing. */
export type FileIdentity = Pick<
  DriveIdentity,
  "serial" | "rating" | "ratingName" | "supply" | "firmware" | "axes" | "options"
>;

/** Values that become a record without having been read from a drive. */
export interface Made {
  positionId: number;
  set: ParameterSet;
  identity: FileIdentity;
  /** When the values were taken, as far as anything tells; else when they become a record. */
  takenAt: Date;
  origin: (typeof tables.NOT_READ)[number];
  /** Of a file. */
  source: tables.RecordSource | null;
  /** For the journal, with the record's number and the position's tag. */
  said: { at: Date; text: (number: number, tag: string) => string };
}

export type FromFile = Pick<Made, "positionId" | "set" | "identity" | "takenAt"> & {
  source: tables.RecordSource;
};

/** Keeps what a file holds as the next record of a position: see `keepMade`. */
export function keepFromFile(
  db: Database,
  definition: Definition,
  person: Person,
  given: FromFile,
): Promise<{ record: RecordRow; known: boolean }> {
  const { name, broughtAt } = given.source;
  return keepMade(db, definition, person, {
    ...given,
    origin: "file",
    said: {
      at: new Date(broughtAt),
      text: (number, tag) => `Brought ${name} in as record ${number} of ${tag}.`,
    },
  });
}

/**
 * Keeps values that no drive was read for, from a file or a draft, as the next record of a position. They are never taken for a reading: they fit no drive, do not count as the newest where the drive itself
 * was read, and do not become standing. Where the position has a record that holds the very same already, that one is given back and nothing is added.
 */
export async function keepMade(
  db: Database,
  definition: Definition,
  person: Person,
  { positionId, set, identity, takenAt, origin, source, said }: Made,
): Promise<{ record: RecordRow; known: boolean }> {
  const { record, position } = tables;
  return db.transaction(async (tx) => {
    const [there] = await tx.select().from(position).where(eq(position.id, positionId)).for("update");
    if (!there) throw new Error("This position is not in the plant any more.");
    const hashes = recordHashes(definition, set);
    const [known] = await tx
      .select()
      .from(record)
      .where(and(eq(record.positionId, positionId), eq(record.hashAll, hashes.all)))
      .orderBy(desc(record.number))
      .limit(1);
    if (known) return { record: known, known: true };
    if (there.definitionId === "")
      await tx.update(position).set({ definitionId: definition.id }).where(eq(position.id, positionId));
    await keepDefinitionVersion(tx, definition);
    await storeContent(tx, definition, set, hashes.all);
    const completeness = completenessOfMade(definition, set);
    const last = await newestRecord(tx, positionId);
    const { axes, options, ...plate } = identity;
    const [row] = await tx
      .insert(record)
      .values({
        ...plate,
        rating: plate.rating ?? null,
        facts: { axes, options },
        positionId,
        number: (last?.number ?? 0) + 1,
        takenAt,
        takenBy: person.id,
        takenByName: person.name,
        origin,
        driveId: null,
        definitionId: definition.id,
        definitionVersion: definition.version,
        hashAll: hashes.all,
        hashSettings: hashes.settings,
        expected: completeness.expected,
        present: completeness.present,
        missing: completeness.missing,
        trip: null,
        warnings: [],
        running: false,
        volatile: null,
        linkName: "",
        unitAddress: 0,
        jobNumber: there.jobNumber,
        source,
      })
      .returning();
    if (await isNewest(tx, row!)) await makeCurrent(tx, "newest", positionId, row!.id);
    await writeJournal(tx, {
      at: said.at,
      plantId: there.plantId,
      by: person.id,
      byName: person.name,
      kind: "record",
      positionId,
      text: said.text(row!.number, there.tag),
      href: positionPath(there.tag, `?record=${row!.number}`),
    });
    return { record: row!, known: false };
  });
}

/** Whether a record of a file is the newest that is known: the drive was never read, and no other file's values are younger. */
async function isNewest(tx: Database, { id, positionId, takenAt }: RecordRow): Promise<boolean> {
  const { record } = tables;
  const others = await tx
    .select({ origin: record.origin, takenAt: record.takenAt })
    .from(record)
    .where(and(eq(record.positionId, positionId), ne(record.id, id)));
  return others.every((each) => wasNotRead(each.origin) && each.takenAt <= takenAt);
}
