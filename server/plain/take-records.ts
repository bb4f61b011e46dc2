import { and, eq, max } from "drizzle-orm";
import { readRecordDocument, setOfDocument, type RecordDocument } from "@/core/format";
import { setHash } from "@/core/set";
import type { RecordOrigin } from "@/core/set/origin";
import { tables } from "@/server/database";
import { storeContent } from "@/server/ledger";
import { SourceFault } from "./source";
import type { Taking } from "./taking";
import { versionKey } from "./versions";

const { record, position } = tables;

/** Takes a record in, held against its hash first. Where its number is taken it gets the next, and both say so. */
export async function takeRecord(taking: Taking, path: string, plantId: number): Promise<void> {
  const read = readRecordDocument(await taking.json<object>(path));
  if (!read.ok) throw new SourceFault(`${path}: ${read.reason}`);
  const document = read.value;
  const set = setOfDocument(document);
  if (setHash(set) !== document.hashAll)
    throw new SourceFault(`${path}: its values are not those that its hash stands for.`);
  const { tx } = taking;
  const [known] = await tx.select({ hash: record.hashAll }).from(record).where(eq(record.uid, document.uid));
  if (known) {
    if (known.hash !== document.hashAll)
      throw new SourceFault(`${path}: the record is here too, and holds something else.`);
    return;
  }
  const [at] = await tx
    .select()
    .from(position)
    .where(and(eq(position.uid, taking.uid(document.ledger?.position)), eq(position.plantId, plantId)));
  if (!at) throw new SourceFault(`${path}: its position is not in the export.`);
  const [taken] = await tx
    .select({ id: record.id })
    .from(record)
    .where(and(eq(record.positionId, at.id), eq(record.number, document.number)));
  const [last] = await tx
    .select({ number: max(record.number) })
    .from(record)
    .where(eq(record.positionId, at.id));
  const number = taken ? (last?.number ?? 0) + 1 : document.number;
  await storeContent(tx, undefined, set, document.hashAll);
  const [row] = await tx
    .insert(record)
    .values(await rowOf(taking, document, at.id, number))
    .returning({ id: record.id });
  taking.taken.added.records += 1;
  if (!taken) return;
  taking.say(
    `There are two records ${document.number} of ${at.tag}: the one that came in is record ${number}.`,
  );
  await noteOn(taking, row!.id, `It was record ${document.number} in the ledger it came from.`);
  await noteOn(
    taking,
    taken.id,
    `Another ledger had a record ${document.number} here too; it is record ${number} now.`,
  );
}

async function rowOf(
  taking: Taking,
  document: RecordDocument,
  positionId: number,
  number: number,
): Promise<typeof record.$inferInsert> {
  const { drive: plate, definition, ledger } = document;
  const by = taking.people.get(ledger?.by ?? "") ?? ledger?.by ?? taking.person.id;
  const [drive] =
    ledger?.drive === undefined
      ? []
      : await taking.tx
          .select({ id: tables.drive.id })
          .from(tables.drive)
          .where(eq(tables.drive.uid, taking.uid(ledger.drive)));
  return {
    uid: document.uid,
    positionId,
    number,
    takenAt: new Date(document.takenAt),
    takenBy: by,
    takenByName: document.takenBy,
    origin: document.origin as RecordOrigin,
    driveId: drive?.id ?? null,
    serial: plate.serial,
    rating: plate.rating ?? null,
    ratingName: plate.ratingName,
    supply: plate.supply,
    firmware: plate.firmware,
    facts: { ...(plate.more as object), axes: plate.axes, options: plate.options },
    definitionId: definition.id,
    definitionVersion:
      taking.versions.get(versionKey(definition.id, definition.version)) ?? definition.version,
    hashAll: document.hashAll,
    hashSettings: document.hashSettings,
    expected: document.expected,
    present: document.present,
    missing: document.missing,
    trip: document.trip,
    warnings: document.warnings,
    running: document.running,
    volatile: document.volatile,
    reducedSupply: document.reducedSupply,
    linkName: document.link,
    unitAddress: document.unit,
    jobNumber: document.jobNumber,
    source: (document.source as tables.RecordSource | undefined) ?? null,
  };
}

async function noteOn(taking: Taking, recordId: number, text: string): Promise<void> {
  await taking.tx
    .insert(tables.recordNote)
    .values({ recordId, at: taking.now, by: taking.person.id, byName: taking.person.name, text });
}

/** What a restore remembers, with the numbers that its records have here. */
export async function numberedRecords(
  taking: Taking,
  detail: Record<string, unknown>,
): Promise<Record<string, unknown>> {
  const numbered = { ...detail };
  for (const key of ["recordId", "beforeRecordId"]) {
    if (typeof detail[key] !== "string") continue;
    const [row] = await taking.tx.select({ id: record.id }).from(record).where(eq(record.uid, detail[key]));
    numbered[key] = row?.id;
  }
  return numbered;
}
