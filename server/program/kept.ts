import { and, desc, eq, isNull } from "drizzle-orm";
import type { ProgramSpec } from "@/core/definition";
import { lookAtFile, type LookedAtFile } from "@/core/program";
import type { ChosenFile } from "@/core/restore";
import { tables, type Database } from "@/server/database";
import { readFile } from "@/server/files";

const { attachment, attachmentWithdrawn, file } = tables;

/** A program's file that is kept with a position, and what the drive would give as its identification. */
export interface KeptProgram extends Omit<ChosenFile, "identification"> {
  /** Owner, version, what it is for: as whoever added it wrote. */
  note: string;
  at: Date;
  byName: string;
  looked: LookedAtFile;
}

/** The programs kept with a position, the newest first; withdrawn ones are not offered. Each is looked at by the drive's definition. */
export async function keptPrograms(
  db: Database,
  positionId: number,
  spec: ProgramSpec,
): Promise<KeptProgram[]> {
  const rows = await db
    .select({
      id: attachment.id,
      name: attachment.name,
      note: attachment.note,
      at: attachment.at,
      byName: attachment.byName,
      hash: attachment.fileHash,
      size: file.size,
    })
    .from(attachment)
    .innerJoin(file, eq(file.hash, attachment.fileHash))
    .leftJoin(attachmentWithdrawn, eq(attachmentWithdrawn.attachmentId, attachment.id))
    .where(
      and(
        eq(attachment.positionId, positionId),
        eq(attachment.kind, "program"),
        isNull(attachmentWithdrawn.attachmentId),
      ),
    )
    .orderBy(desc(attachment.id))
    .limit(20);
  const kept: KeptProgram[] = [];
  for (const { id, size, ...row } of rows)
    kept.push({
      ...row,
      attachment: id,
      bytes: size,
      looked: lookAtFile(spec, await contentOf(db, row.hash, size, spec)),
    });
  return kept;
}

/** The bytes of a kept program; of one that is too large only its beginning, which is enough to say so. */
export async function contentOf(
  db: Database,
  hash: string,
  size: number,
  spec: ProgramSpec,
): Promise<Uint8Array> {
  const most = (spec.file?.mostBytes ?? 0) + 1;
  const bytes = new Uint8Array(Math.min(size, most));
  let at = 0;
  const reader = (await readFile(db, hash)).getReader();
  while (at < bytes.length) {
    const { done, value } = await reader.read();
    if (done) break;
    const fits = value.subarray(0, bytes.length - at);
    bytes.set(fits, at);
    at += fits.length;
  }
  await reader.cancel();
  return bytes;
}
