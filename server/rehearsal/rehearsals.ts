import { and, desc, eq } from "drizzle-orm";
import { rehearsalContent, type RehearsalContent } from "@/core/contract";
import { good, type Result } from "@/core/drive";
import { rehearse, VirtualClock } from "@/core/rehearse";
import { parse } from "@/core/shape";
import { tables, type Database } from "@/server/database";
import type { Person } from "@/server/people";
import type { PositionRow } from "@/server/plant";
import { whatIsMeant, type RehearsalParts, type Wanted } from "./what";

const { rehearsal } = tables;

/** Rehearses what is wanted against a stand-in in memory, and keeps with the position what came of it. Nothing is done to a drive, and no record or receipt is made. Gives its number. */
export async function makeRehearsal(
  parts: RehearsalParts,
  person: Person,
  plantId: number,
  position: PositionRow,
  wanted: Wanted,
  at: Date,
): Promise<Result<number>> {
  const meant = await whatIsMeant(parts, plantId, position, wanted);
  if (!meant.ok) return meant;
  const { input, ...words } = meant.value;
  // What is under way elsewhere goes on between any two of its moments.
  const done = await rehearse(input, new VirtualClock((work) => setImmediate(work)));
  if (!done.ok) return done;
  const { results, alsoChanged, verified, permanent, plan, waits, ms, trouble } = done.value;
  const content: RehearsalContent = {
    version: 1,
    tag: position.tag,
    positionTitle: position.title,
    ...words,
    drive: input.drive,
    verified: verified && trouble === undefined,
    permanent,
    results,
    alsoChanged,
    leftOut: plan.leftOut,
    equal: plan.equal,
    waits,
    ms,
    trouble: trouble && `${trouble.text} ${trouble.remedy}`,
    definitionId: input.family.id,
    definitionVersion: input.family.version,
  };
  const [row] = await parts.db
    .insert(rehearsal)
    .values({ plantId, positionId: position.id, at, by: person.id, byName: person.name, content })
    .returning({ id: rehearsal.id });
  return good(row!.id);
}

/** One rehearsal of a plant; undefined when there is none. Throws when it cannot be read. */
export async function findRehearsal(db: Database, plantId: number, id: number) {
  const [row] = await db
    .select()
    .from(rehearsal)
    .where(and(eq(rehearsal.id, id), eq(rehearsal.plantId, plantId)));
  return row && { ...row, content: readRehearsal(id, row.content) };
}

/** The newest rehearsals of a position, in a few words each. */
export async function listRehearsals(db: Database, positionId: number) {
  const rows = await db
    .select()
    .from(rehearsal)
    .where(eq(rehearsal.positionId, positionId))
    .orderBy(desc(rehearsal.id))
    .limit(10);
  return rows.map(({ id, at, byName, content }) => {
    const { record, draftTitle, verified, results } = readRehearsal(id, content);
    const not = results.filter((each) => each.verdict !== "verified").length;
    return { id, at: at.getTime(), byName, record, draftTitle, verified, not, all: results.length };
  });
}

function readRehearsal(id: number, content: Record<string, unknown>): RehearsalContent {
  const read = parse(rehearsalContent, content);
  if (!read.ok)
    throw new Error(`Rehearsal ${id} is kept in a way this program cannot read: ${read.message}.`);
  return read.value;
}
