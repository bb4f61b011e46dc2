import { eq, sql } from "drizzle-orm";
import type { Definition } from "@/core/definition";
import { moduleChanges, type DriveIdentity, type DriveState } from "@/core/drive";
import { positionPath } from "@/core/plant/position-path";
import { programFacts, type ProgramFacts } from "@/core/program";
import {
  completenessOf,
  OF_SPARE,
  recordHashes,
  recordWords,
  valuesByCode,
  type ParameterSet,
} from "@/core/set";
import { tables, type Database } from "@/server/database";
import { keepDefinitionVersion } from "@/server/definitions";
import { writeJournal } from "@/server/journal";
import type { Person } from "@/server/people";
import { storeContent } from "./contents";
import { makeCurrent } from "./current";
import { changedSettings } from "./facts";
import { fitDrive, knowDrive } from "./fit-drive";
import { loadSet } from "./load-set";
import { newestReading, newestRecord, type RecordRow } from "./records";

/** Why a drive was read. */
type ReadOrigin = Exclude<RecordRow["origin"], (typeof tables.NOT_READ)[number]>;

export interface Reading {
  positionId: number;
  set: ParameterSet;
  identity: DriveIdentity;
  state: DriveState;
  linkName: string;
  unit: number;
  origin: ReadOrigin;
  takenAt: Date;
}

export interface Kept {
  record: RecordRow;
  /** The reading's settings equal this record of the same drive, so nothing was added. */
  unchanged: boolean;
  /** The record before it, and the settings that are otherwise since; absent where there is none, or where it was read under another definition. */
  since?: { number: number; changed: string[] };
}

/**
 * Keeps a reading as the next record of a position. A reading whose settings equal the last record of the same drive, are as permanent as they were, and go with the same
 * program and modules in the drive, is recognised and not stored again. Numbering is safe when two people record at once: the position is locked meanwhile.
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
    const ofSpare = (OF_SPARE as readonly string[]).includes(reading.origin);
    if (!ofSpare)
      await tx
        .update(tables.position)
        .set({
          // A position whose family nobody knew is of the first drive that is recorded there.
          ...(position.definitionId === "" ? { definitionId: definition.id } : {}),
          seenAt: sql`greatest(${tables.position.seenAt}, ${reading.takenAt.toISOString()}::timestamptz)`,
        })
        .where(eq(tables.position.id, position.id));
    const last = await newestReading(tx, reading.positionId);
    const completeness = completenessOf(definition, reading.set);
    const program = programFacts(definition, valuesByCode(reading.set));
    if (
      !ofSpare &&
      last &&
      last.hashSettings === hashes.settings &&
      last.serial === reading.identity.serial &&
      last.firmware === reading.identity.firmware &&
      last.present === completeness.present &&
      sameProgram(last.facts?.program, program) &&
      moduleChanges(undefined, last.facts?.modules, reading.identity.modules).length === 0 &&
      // What was volatile and is permanent now is told by a record: the former one would say for ever that it is not.
      (reading.state.volatile === undefined || last.volatile === reading.state.volatile) &&
      (last.reducedSupply ?? false) === (reading.state.reducedSupply ?? false)
    ) {
      // It may have been somewhere else meanwhile.
      await fitDrive(tx, person, reading.identity, position, reading.takenAt);
      await writeJournal(tx, {
        at: reading.takenAt,
        plantId: position.plantId,
        by: person.id,
        byName: person.name,
        kind: "read",
        positionId: position.id,
        text: `Read ${position.tag}: nothing has changed since record ${last.number}.`,
        href: positionPath(position.tag, `?record=${last.number}`),
      });
      return { record: last, unchanged: true };
    }
    const drive = ofSpare
      ? await knowDrive(tx, person, reading.identity, position, reading.takenAt)
      : await fitDrive(tx, person, reading.identity, position, reading.takenAt);
    await keepDefinitionVersion(tx, definition);
    await storeContent(tx, definition, reading.set, hashes.all);
    const inserted = await tx
      .insert(tables.record)
      .values({
        positionId: position.id,
        number: ((await newestRecord(tx, reading.positionId))?.number ?? 0) + 1,
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
        facts: factsOf(reading.identity, program),
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
        reducedSupply: reading.state.reducedSupply ?? null,
        linkName: reading.linkName,
        unitAddress: reading.unit,
        jobNumber: position.jobNumber,
      })
      .returning();
    const row = inserted[0]!;
    if (!ofSpare) await makeCurrent(tx, "newest", position.id, row.id);
    await writeJournal(tx, {
      at: reading.takenAt,
      plantId: position.plantId,
      by: person.id,
      byName: person.name,
      kind: "record",
      positionId: position.id,
      text: `${originText[reading.origin]} ${position.tag} as ${recordWords(row)}, drive ${row.serial}.`,
      href: positionPath(position.tag, `?record=${row.number}`),
    });
    const comparable = last && last.definitionId === definition.id;
    const since = comparable && {
      number: last.number,
      changed: changedSettings(definition, await loadSet(tx, last), reading.set),
    };
    return { record: row, unchanged: false, since: since || undefined };
  });
}

const originText: Record<ReadOrigin, string> = {
  read: "Recorded",
  "before-restore": "Recorded, before a restore,",
  "after-restore": "Recorded, after a restore,",
  "before-operation": "Recorded, before an operation,",
  "after-operation": "Recorded, after an operation,",
  "before-spare": "Recorded a spare, before it was prepared for",
  "after-spare": "Recorded a spare, prepared for",
};

/** What a record keeps of a drive beside its type plate. */
function factsOf(
  { powerPart, axes, options, modules, really }: DriveIdentity,
  program: ProgramFacts | undefined,
): RecordRow["facts"] {
  return { powerPart, axes, options, modules, really, ...(program ? { program } : {}) };
}

/** Whether two readings tell of the same program in the drive. Whether it runs changes by the minute, and makes no other record. */
function sameProgram(one: ProgramFacts | undefined, other: ProgramFacts | undefined): boolean {
  return one?.present === other?.present && one?.identification === other?.identification;
}
