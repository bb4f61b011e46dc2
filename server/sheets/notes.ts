import { and, asc, eq } from "drizzle-orm";
import type { ParameterNote } from "@/core/contract";
import type { Definition } from "@/core/definition";
import { bad, good, type Result } from "@/core/drive";
import { positionPath } from "@/core/plant/position-path";
import { decodeKey } from "@/core/value";
import { tables, type Database } from "@/server/database";
import { writeJournal } from "@/server/journal";
import type { Person } from "@/server/people";
import type { PositionRow } from "@/server/plant";

const { parameterNote, position } = tables;

/** What people wrote down about parameters of a family at a position: by code, what holds now and what stood there before, the newest first. */
export async function notesOfParameters(
  db: Database,
  positionId: number,
  definitionId: string,
): Promise<ParameterNote[]> {
  const rows = await db
    .select()
    .from(parameterNote)
    .where(and(eq(parameterNote.positionId, positionId), eq(parameterNote.definitionId, definitionId)))
    .orderBy(asc(parameterNote.id));
  const notes = new Map<string, ParameterNote>();
  for (const { code, at, byName, text } of rows) {
    const last = notes.get(code);
    const now = { at: at.getTime(), byName, text };
    notes.set(code, { code, now, before: last ? [last.now, ...last.before] : [] });
  }
  return [...notes.values()];
}

/** Something to be written down about a parameter; `seen` is what whoever writes it saw there. */
export interface NewNote {
  definition: Definition;
  code: string;
  text: string;
  seen: string;
}

/**
 * Writes it down in place of what stood there, which is kept; an empty text takes the note off. Refused for a code that the family has not, and where somebody has written
 * something else meanwhile. Nothing happens where it says so already.
 */
export async function noteParameter(
  db: Database,
  person: Person,
  { id: positionId, plantId, tag }: Pick<PositionRow, "id" | "plantId" | "tag">,
  { definition, code, text: typed, seen }: NewNote,
  at: Date,
): Promise<Result<undefined>> {
  const base = decodeKey(code)?.code;
  if (!definition.parameters.some((each) => each.base === base))
    return bad({
      kind: "not-found",
      text: `${definition.title} has no parameter ${code}.`,
      remedy: "Choose it in the sheet.",
    });
  const text = typed.trim();
  return db.transaction(async (tx): Promise<Result<undefined>> => {
    // One after the other at one position.
    await tx.select({ id: position.id }).from(position).where(eq(position.id, positionId)).for("update");
    const notes = await notesOfParameters(tx, positionId, definition.id);
    const now = notes.find((each) => each.code === code)?.now;
    if ((now?.text ?? "") !== seen.trim())
      return bad({
        kind: "changed-meanwhile",
        text: `${now!.byName} has written something else there meanwhile: “${now!.text}”`,
        remedy: "Look at it, then write yours again where it is still needed.",
      });
    if (text === (now?.text ?? "")) return good(undefined);
    await tx.insert(parameterNote).values({
      positionId,
      definitionId: definition.id,
      code,
      at,
      by: person.id,
      byName: person.name,
      text,
    });
    await writeJournal(tx, {
      at,
      plantId,
      by: person.id,
      byName: person.name,
      kind: "note",
      positionId,
      text: text ? `Noted on ${code} of ${tag}: ${text}` : `Took the note off ${code} of ${tag}.`,
      href: positionPath(tag, `?${new URLSearchParams({ at: code })}`),
    });
    return good(undefined);
  });
}
