import { and, desc, eq, ilike, isNull, ne, or, sql } from "drizzle-orm";
import type { FoundThing } from "@/core/contract";
import { positionPath } from "@/core/plant/position-path";
import { tables, type Database } from "@/server/database";

const MOST = 6;
/** As much of a text as is shown, and how much of it before what was looked for. */
const [SHOWN, BEFORE] = [100, 30];

/** Looks through what people wrote of a plant's records and parameters, and through its files, for a text as it stands there. The newest first. */
export async function searchWritten(db: Database, plantId: number, wanted: string): Promise<FoundThing[]> {
  const like = likeOf(wanted);
  return [...(await notes(db, plantId, like, wanted)), ...(await files(db, plantId, like))];
}

/** A pattern for ILIKE that fits whatever holds this text. */
export const likeOf = (text: string): string => `%${text.replace(/[\\%_]/g, "\\$&")}%`;

/** The part of a text that has what was looked for in it. */
function excerpt(text: string, wanted: string): string {
  const at = text.toLowerCase().indexOf(wanted.toLowerCase());
  const from = at + wanted.length <= SHOWN ? 0 : at - BEFORE;
  return `${from > 0 ? "…" : ""}${text.slice(from, from + SHOWN)}${text.length > from + SHOWN ? "…" : ""}`;
}

async function notes(db: Database, plantId: number, like: string, wanted: string): Promise<FoundThing[]> {
  const { recordNote, parameterNote, record, position } = tables;
  const ofRecords = await db
    .select({ text: recordNote.text, by: recordNote.byName, number: record.number, tag: position.tag })
    .from(recordNote)
    .innerJoin(record, eq(record.id, recordNote.recordId))
    .innerJoin(position, eq(position.id, record.positionId))
    .where(and(eq(position.plantId, plantId), ilike(recordNote.text, like)))
    .orderBy(desc(recordNote.id))
    .limit(MOST);
  // The newest of a code holds, and an empty one took it off.
  const newest = db
    .selectDistinctOn([parameterNote.positionId, parameterNote.definitionId, parameterNote.code], {
      id: parameterNote.id,
      text: parameterNote.text,
      byName: parameterNote.byName,
      code: parameterNote.code,
      tag: sql<string>`${position.tag}`.as("tag"),
    })
    .from(parameterNote)
    .innerJoin(position, eq(position.id, parameterNote.positionId))
    .where(eq(position.plantId, plantId))
    .orderBy(parameterNote.positionId, parameterNote.definitionId, parameterNote.code, desc(parameterNote.id))
    .as("newest");
  const ofParameters = await db
    .select()
    .from(newest)
    .where(and(ne(newest.text, ""), ilike(newest.text, like)))
    .orderBy(desc(newest.id))
    .limit(MOST);
  return [
    ...ofRecords.map(({ text, by, number, tag }): FoundThing => ({
      kind: "note",
      title: excerpt(text, wanted),
      detail: `${tag} record ${number}, ${by}`,
      href: positionPath(tag, `?record=${number}`),
    })),
    ...ofParameters.map(({ text, byName, code, tag }): FoundThing => ({
      kind: "note",
      title: excerpt(text, wanted),
      detail: `${tag} ${code}, ${byName}`,
      href: positionPath(tag, `?at=${encodeURIComponent(code)}`),
    })),
  ];
}

async function files(db: Database, plantId: number, like: string): Promise<FoundThing[]> {
  const { attachment, attachmentWithdrawn, record, position, drive } = tables;
  const found = await db
    .select({
      name: attachment.name,
      number: record.number,
      tag: position.tag,
      serial: drive.serial,
      drivesFamily: drive.definitionId,
      definitionId: attachment.definitionId,
    })
    .from(attachment)
    .leftJoin(attachmentWithdrawn, eq(attachmentWithdrawn.attachmentId, attachment.id))
    .leftJoin(record, eq(record.id, attachment.recordId))
    .leftJoin(position, eq(position.id, sql`coalesce(${attachment.positionId}, ${record.positionId})`))
    .leftJoin(drive, eq(drive.id, attachment.driveId))
    .where(
      and(
        eq(attachment.plantId, plantId),
        isNull(attachmentWithdrawn.attachmentId),
        or(ilike(attachment.name, like), ilike(attachment.note, like)),
      ),
    )
    .orderBy(desc(attachment.id))
    .limit(MOST);
  return found.map(({ name, number, tag, serial, drivesFamily, definitionId }): FoundThing => {
    const at = tag !== null && {
      detail: number === null ? tag : `${tag} record ${number}`,
      href: positionPath(tag, number === null ? "" : `?record=${number}`),
    };
    const of = serial !== null && {
      detail: serial,
      href: `/drives/${encodeURIComponent(drivesFamily!)}/${encodeURIComponent(serial)}`,
    };
    const whole = { detail: "of a family", href: `/families/${definitionId}` };
    return { kind: "file", title: name, ...(at || of || whole) };
  });
}
