import { and, desc, eq, ne, sql } from "drizzle-orm";
import { alias } from "drizzle-orm/pg-core";
import { tables, type Database } from "@/server/database";

const { drive, job, receipt, record, position, current } = tables;

/** A drive in store that was prepared for a position on the workbench, and proved to be as a record. */
export interface PreparedSpare {
  driveId: number;
  definitionId: string;
  serial: string;
  /** Where it lies, in words. */
  place: string;
  positionId: number;
  tag: string;
  title: string;
  record: number;
  recordId: number;
  receiptId: number;
  at: Date;
  /** Another record with other settings stands at the position since, or none: it would not make the machine run as it should. */
  stale: boolean;
}

/**
 * The spares of a plant that are prepared, the last prepared first; those of one drive by its definition and serial number where one is given. What was done last with a drive decides: one that was reset or restored for something else since
 * is none. A spare that left the store is none either.
 */
export async function preparedSpares(
  db: Database,
  plantId: number,
  of?: { definitionId: string; serial: string },
): Promise<PreparedSpare[]> {
  const standing = alias(record, "standing_record");
  const key = sql`${drive.definitionId} || '/' || ${drive.serial}`;
  const rows = await db
    .select({
      driveId: drive.id,
      definitionId: drive.definitionId,
      serial: drive.serial,
      place: drive.place,
      positionId: position.id,
      tag: position.tag,
      title: position.title,
      record: record.number,
      recordId: record.id,
      receiptId: receipt.id,
      at: receipt.at,
      prepared: record.hashSettings,
      stands: standing.hashSettings,
    })
    .from(drive)
    .innerJoin(job, eq(job.driveKey, key))
    .innerJoin(receipt, eq(receipt.jobId, job.id))
    .innerJoin(position, eq(position.id, receipt.positionId))
    .innerJoin(
      record,
      and(
        eq(record.positionId, position.id),
        eq(record.number, sql`(${receipt.content} ->> 'recordNumber')::integer`),
      ),
    )
    .leftJoin(current, and(eq(current.positionId, position.id), eq(current.which, "standing")))
    .leftJoin(standing, eq(standing.id, current.recordId))
    .where(
      and(
        eq(drive.plantId, plantId),
        eq(drive.whereabouts, "store"),
        of && and(eq(drive.definitionId, of.definitionId), eq(drive.serial, of.serial)),
        sql`${receipt.content} ->> 'spare' = 'true'`,
        // Put back to what it held before it is prepared for nothing.
        ne(record.origin, "before-spare"),
        sql`${receipt.content} ->> 'outcome' = 'verified'`,
        sql`not exists (select 1 from ${receipt} as "later" join ${job} as "of_later" on "of_later"."id" = "later"."job_id" where "of_later"."drive_key" = ${key} and "later"."id" > ${receipt.id})`,
      ),
    )
    .orderBy(desc(receipt.id));
  return rows.map(({ prepared, stands, ...each }) => ({ ...each, stale: prepared !== stands }));
}
