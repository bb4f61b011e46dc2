import { and, asc, desc, eq, inArray, isNull, notInArray } from "drizzle-orm";
import { bad, good, type Result } from "@/core/drive";
import { counted } from "@/core/words";
import { tables, type Database } from "@/server/database";
import { writeJournal } from "@/server/journal";
import type { Kept } from "@/server/ledger";
import type { Person } from "@/server/people";

const { round, roundPosition, position, area, link } = tables;

export type RoundState = (typeof tables.ROUND_STATES)[number];

/** A position of a round as it is shown. */
export interface RoundLine {
  positionId: number;
  tag: string;
  title: string;
  area: string;
  link: string | undefined;
  state: RoundState;
  said: string;
  record: number | undefined;
  at: number | undefined;
  byName: string | undefined;
}

/** Begins a round over positions of a plant, in the order of the plant. */
export async function beginRound(
  db: Database,
  person: Person,
  plantId: number,
  name: string,
  tags: readonly string[],
  at: Date,
): Promise<Result<number>> {
  return db.transaction(async (tx) => {
    const found = await tx
      .select({ id: position.id })
      .from(position)
      .where(
        and(eq(position.plantId, plantId), inArray(position.tag, [...tags]), isNull(position.retiredAt)),
      );
    if (found.length === 0)
      return bad<number>({
        kind: "bad-request",
        text: "None of these positions is here.",
        remedy: "Choose some.",
      });
    const [row] = await tx
      .insert(round)
      .values({ plantId, name, at, by: person.id, byName: person.name })
      .returning({ id: round.id });
    await tx.insert(roundPosition).values(found.map(({ id }) => ({ roundId: row!.id, positionId: id })));
    await writeJournal(tx, {
      at,
      plantId,
      by: person.id,
      byName: person.name,
      kind: "round",
      text: `Began the round ${name} over ${counted(found.length, "position")}.`,
      href: `/rounds/${row!.id}`,
    });
    return good(row!.id);
  });
}

/** The rounds of a plant, the open ones first, the newest first among each. */
export async function listRounds(db: Database, plantId: number) {
  const rows = await db
    .select()
    .from(round)
    .where(eq(round.plantId, plantId))
    .orderBy(desc(round.id))
    .limit(100);
  const states = await db
    .select({ roundId: roundPosition.roundId, state: roundPosition.state })
    .from(roundPosition)
    .where(inArray(roundPosition.roundId, [0, ...rows.map((each) => each.id)]));
  const views = rows.map(({ id, name, at, byName, closedAt }) => {
    const own = states.filter((each) => each.roundId === id);
    return {
      id,
      name,
      at: at.getTime(),
      byName,
      closed: closedAt !== null,
      total: own.length,
      left: own.filter((each) => each.state === "left" || each.state === "working").length,
    };
  });
  return [...views.filter((each) => !each.closed), ...views.filter((each) => each.closed)];
}

/** A round of a plant with its positions; undefined when there is none. */
export async function findRound(db: Database, plantId: number, id: number) {
  const [row] = await db
    .select()
    .from(round)
    .where(and(eq(round.id, id), eq(round.plantId, plantId)));
  if (!row) return undefined;
  const lines = await db
    .select({
      own: roundPosition,
      tag: position.tag,
      title: position.title,
      area: area.name,
      link: link.name,
    })
    .from(roundPosition)
    .innerJoin(position, eq(position.id, roundPosition.positionId))
    .innerJoin(area, eq(area.id, position.areaId))
    .leftJoin(link, eq(link.id, position.linkId))
    .where(eq(roundPosition.roundId, id))
    .orderBy(asc(area.sort), asc(position.tag));
  return {
    id,
    name: row.name,
    at: row.at.getTime(),
    byName: row.byName,
    closed: row.closedAt !== null,
    lines: lines.map(({ own, tag, title, area: name, link: way }): RoundLine => ({
      positionId: own.positionId,
      tag,
      title,
      area: name,
      link: way ?? undefined,
      state: own.state,
      said: own.said,
      record: own.record ?? undefined,
      at: own.at?.getTime(),
      byName: own.byName ?? undefined,
    })),
  };
}

/** What a position came to in a round, once its drive was read and kept. */
export const RESULTS: RoundState[] = ["unchanged", "changed"];

/** Writes down how it went at a position. A record that is there already stays when this says less; false then. */
export async function noteLine(
  db: Database,
  roundId: number,
  positionId: number,
  said: { state: RoundState; said?: string; record?: number; at?: Date; byName?: string },
): Promise<boolean> {
  const less = !RESULTS.includes(said.state);
  const noted = await db
    .update(roundPosition)
    .set({ said: "", record: null, ...said })
    .where(
      and(
        eq(roundPosition.roundId, roundId),
        eq(roundPosition.positionId, positionId),
        less ? notInArray(roundPosition.state, RESULTS) : undefined,
      ),
    )
    .returning({ state: roundPosition.state });
  return noted.length > 0;
}

/** A record was kept at a position, by whomever and however: the open rounds that have it know. */
export async function noteKept(
  db: Database,
  person: Person,
  positionId: number,
  kept: Kept,
  at: Date,
): Promise<void> {
  const open = await db
    .select({ id: round.id })
    .from(round)
    .innerJoin(roundPosition, eq(roundPosition.roundId, round.id))
    .where(and(eq(roundPosition.positionId, positionId), isNull(round.closedAt)));
  for (const { id } of open)
    await noteLine(db, id, positionId, { ...resultOf(kept), at, byName: person.name });
}

/** Ends a round. */
export async function closeRound(
  db: Database,
  person: Person,
  plantId: number,
  id: number,
  at: Date,
): Promise<boolean> {
  return db.transaction(async (tx) => {
    const [row] = await tx
      .update(round)
      .set({ closedAt: at })
      .where(and(eq(round.id, id), eq(round.plantId, plantId), isNull(round.closedAt)))
      .returning({ name: round.name });
    if (!row) return false;
    await writeJournal(tx, {
      at,
      plantId,
      by: person.id,
      byName: person.name,
      kind: "round",
      text: `Ended the round ${row.name}.`,
      href: `/rounds/${id}`,
    });
    return true;
  });
}

/** What a kept reading means for a round. */
function resultOf({ unchanged, record, since }: Kept): { state: RoundState; said: string; record: number } {
  if (unchanged) return { state: "unchanged", said: `as record ${record.number}`, record: record.number };
  if (!since)
    return {
      state: "changed",
      said: `recorded as record ${record.number}, the first of its kind here`,
      record: record.number,
    };
  const { changed, number } = since;
  const some = changed.slice(0, 6).join(", ");
  const more = changed.length > 6 ? ` and ${changed.length - 6} more` : "";
  return {
    state: "changed",
    said:
      changed.length === 0
        ? `no setting is otherwise than in record ${number}`
        : `since record ${number}: ${some}${more}`,
    record: record.number,
  };
}
