import { and, asc, desc, eq, max, sql } from "drizzle-orm";
import { bad, good, type Result } from "@/core/drive";
import { faultOfTag } from "@/core/plant";
import { tables, type Database } from "@/server/database";
import { writeJournal } from "@/server/journal";
import type { Person } from "@/server/people";

const { position, area, formerTag, journal } = tables;

/** What people say of a position. */
export interface PositionWords {
  tag: string;
  title: string;
  area: string;
  /** Empty where its family is not known yet: it is found out when a drive is recorded there. */
  definitionId: string;
  machine: string;
  criticality: (typeof tables.CRITICALITIES)[number] | null;
  twinGroup: string;
  jobNumber: string;
  beforeWork: string;
  notes: string;
}

/** Makes a position. Refused where its tag is taken in the plant; the area is made where there is none of that name. */
export async function createPosition(
  db: Database,
  person: Person,
  plantId: number,
  words: PositionWords,
  at: Date,
): Promise<Result<{ id: number; tag: string }>> {
  return db.transaction(async (tx) => {
    await tagsLocked(tx, plantId);
    const refused = faultIn(words) ?? (await whyTaken(tx, plantId, words.tag));
    if (refused) return refused;
    const [row] = await tx
      .insert(position)
      .values({ plantId, ...(await columnsOf(tx, plantId, words)) })
      .returning({ id: position.id, tag: position.tag });
    await note(
      tx,
      person,
      plantId,
      row!.id,
      at,
      `Made the position ${words.tag}, ${words.title}.`,
      words.tag,
    );
    return good(row!);
  });
}

/**
 * Changes what is said of a position. `revision` is that of what the person saw: where somebody else changed it meanwhile, nothing is done and both versions
 * are told. A former tag goes on leading to it.
 */
export async function changePosition(
  db: Database,
  person: Person,
  plantId: number,
  id: number,
  revision: number,
  words: PositionWords,
  at: Date,
): Promise<Result<undefined>> {
  return db.transaction(async (tx) => {
    await tagsLocked(tx, plantId);
    const before = await wordsOf(tx, id, true);
    if (!before) return NO_POSITION;
    if (before.revision !== revision) return changedMeanwhile(tx, id, before.words, words);
    const refused =
      faultIn(words) ?? (words.tag === before.words.tag ? undefined : await whyTaken(tx, plantId, words.tag));
    if (refused) return refused;
    const changes = differences(before.words, words);
    if (changes.length === 0) return good(undefined);
    if (words.tag !== before.words.tag)
      await tx.insert(formerTag).values({ plantId, tag: before.words.tag, positionId: id, at });
    await tx
      .update(position)
      .set({ ...(await columnsOf(tx, plantId, words)), revision: revision + 1 })
      .where(eq(position.id, id));
    const told = changes.map(([what, from, to]) => `${what}: ${from || "nothing"} → ${to || "nothing"}`);
    await note(tx, person, plantId, id, at, `Changed ${words.tag}: ${told.join("; ")}.`, words.tag);
    return good(undefined);
  });
}

/** Takes a position out of the plant, or brings it back; its records stay. Refused while a restore is open there. */
export async function retirePosition(
  db: Database,
  person: Person,
  plantId: number,
  id: number,
  why: string | undefined,
  at: Date,
): Promise<Result<undefined>> {
  return db.transaction(async (tx) => {
    const [row] = await tx.select().from(position).where(eq(position.id, id)).for("update");
    if (!row) return NO_POSITION;
    const retiring = why !== undefined;
    if ((row.retiredAt !== null) === retiring) return good(undefined);
    const [open] = await tx
      .select({ id: tables.job.id })
      .from(tables.job)
      .where(and(eq(tables.job.positionId, id), eq(tables.job.open, true)));
    if (retiring && open)
      return bad<undefined>({
        kind: "busy",
        text: `A restore is open at ${row.tag}.`,
        remedy: "Finish it or end it first.",
      });
    await tx
      .update(position)
      .set({
        retiredAt: retiring ? at : null,
        retiredWhy: why ?? null,
        revision: row.revision + 1,
        // It answers nowhere any more: another may take its address.
        ...(retiring ? { linkId: null, unitAddress: null } : {}),
      })
      .where(eq(position.id, id));
    if (retiring)
      await tx
        .update(tables.drive)
        .set({ whereabouts: "removed", positionId: null })
        .where(eq(tables.drive.positionId, id));
    const words = retiring
      ? `Retired the position ${row.tag}: ${why}`
      : `Brought the position ${row.tag} back.`;
    await note(tx, person, plantId, id, at, words, row.tag);
    return good(undefined);
  });
}

/** Puts the areas of a plant in an order; those that are not named follow as they were. */
export async function orderAreas(db: Database, plantId: number, names: readonly string[]): Promise<void> {
  await db.transaction(async (tx) => {
    const rows = await tx
      .select()
      .from(area)
      .where(eq(area.plantId, plantId))
      .orderBy(asc(area.sort), asc(area.id));
    const rank = (name: string): number => {
      const at = names.indexOf(name);
      return at < 0 ? names.length : at;
    };
    const ordered = [...rows].sort((a, b) => rank(a.name) - rank(b.name));
    for (const [sort, row] of ordered.entries())
      if (row.sort !== sort) await tx.update(area).set({ sort }).where(eq(area.id, row.id));
  });
}

/** What is said of a position now, with the number of its version. Locked for a change where one follows. */
export async function wordsOf(
  db: Database,
  id: number,
  forChange = false,
): Promise<{ words: PositionWords; revision: number } | undefined> {
  const asked = db
    .select({ row: position, area: area.name })
    .from(position)
    .innerJoin(area, eq(area.id, position.areaId))
    .where(eq(position.id, id));
  const [found] = await (forChange ? asked.for("update", { of: position }) : asked);
  if (!found) return undefined;
  const {
    tag,
    title,
    definitionId,
    machine,
    criticality,
    twinGroup,
    jobNumber,
    beforeWork,
    notes,
    revision,
  } = found.row;
  return {
    revision,
    words: {
      tag,
      title,
      area: found.area,
      definitionId,
      machine,
      criticality,
      twinGroup: twinGroup ?? "",
      jobNumber,
      beforeWork,
      notes,
    },
  };
}

/** The position that had a tag before; undefined when none had. */
export async function positionOfFormerTag(
  db: Database,
  plantId: number,
  tag: string,
): Promise<{ tag: string } | undefined> {
  const [found] = await db
    .select({ tag: position.tag })
    .from(formerTag)
    .innerJoin(position, eq(position.id, formerTag.positionId))
    .where(and(eq(formerTag.plantId, plantId), eq(formerTag.tag, tag)))
    .orderBy(desc(formerTag.id))
    .limit(1);
  return found;
}

const NO_POSITION = bad<never>({
  kind: "not-found",
  text: "This position is not in the plant any more.",
  remedy: "Load the page again.",
});

const WORDS: Array<[keyof PositionWords, string]> = [
  ["tag", "tag"],
  ["title", "title"],
  ["area", "area"],
  ["definitionId", "family"],
  ["machine", "machine"],
  ["criticality", "criticality"],
  ["twinGroup", "twins"],
  ["jobNumber", "job number"],
  ["beforeWork", "before work"],
  ["notes", "notes"],
];

function differences(a: PositionWords, b: PositionWords): Array<[what: string, from: string, to: string]> {
  return WORDS.filter(([key]) => (a[key] ?? "") !== (b[key] ?? "")).map(([key, what]) => [
    what,
    a[key] ?? "",
    b[key] ?? "",
  ]);
}

async function changedMeanwhile(
  tx: Database,
  id: number,
  now: PositionWords,
  wanted: PositionWords,
): Promise<Result<never>> {
  const [last] = await tx
    .select({ byName: journal.byName })
    .from(journal)
    .where(and(eq(journal.positionId, id), eq(journal.kind, "position")))
    .orderBy(desc(journal.id))
    .limit(1);
  const both = differences(now, wanted).map(
    ([what, theirs, yours]) => `${what} is now "${theirs}", and you wrote "${yours}"`,
  );
  return bad({
    kind: "changed-meanwhile",
    text: `${last?.byName ?? "Somebody"} changed this position while you did: ${both.join("; ") || "to what you wrote"}.`,
    remedy: "Look at both, then keep yours or leave it.",
  });
}

function faultIn({ tag, title, area: name }: PositionWords): Result<never> | undefined {
  const fault =
    faultOfTag(tag) ??
    (title.trim() === "" ? "It has no title." : undefined) ??
    (name.trim() === "" ? "It has no area." : undefined);
  return fault === undefined
    ? undefined
    : bad({ kind: "bad-request", text: fault, remedy: "Correct it, then try again." });
}

async function whyTaken(tx: Database, plantId: number, tag: string): Promise<Result<never> | undefined> {
  const [taken] = await tx
    .select({ title: position.title, retiredAt: position.retiredAt })
    .from(position)
    .where(and(eq(position.plantId, plantId), eq(position.tag, tag)));
  return (
    taken &&
    bad({
      kind: "bad-request",
      text: `${tag} is ${taken.title} already${taken.retiredAt ? ", a retired position" : ""}.`,
      remedy: taken.retiredAt ? "Bring that one back, or choose another tag." : "Choose another tag.",
    })
  );
}

async function columnsOf(tx: Database, plantId: number, words: PositionWords) {
  const { area: name, twinGroup, ...rest } = words;
  return {
    ...rest,
    twinGroup: twinGroup === "" ? null : twinGroup,
    areaId: await areaId(tx, plantId, name.trim()),
  };
}

/** One after the other makes and changes positions of a plant: of two who take one tag the second is told so. Others' work on them goes on. */
async function tagsLocked(tx: Database, plantId: number): Promise<void> {
  await tx
    .select({ id: tables.plant.id })
    .from(tables.plant)
    .where(eq(tables.plant.id, plantId))
    .for("no key update");
}

/** The area of a name; a new one comes last. */
async function areaId(tx: Database, plantId: number, name: string): Promise<number> {
  const own = and(eq(area.plantId, plantId), eq(area.name, name));
  const [there] = await tx.select({ id: area.id }).from(area).where(own);
  if (there) return there.id;
  const [last] = await tx
    .select({ sort: max(area.sort) })
    .from(area)
    .where(eq(area.plantId, plantId));
  const [made] = await tx
    .insert(area)
    .values({ plantId, name, sort: (last?.sort ?? 0) + 1 })
    .onConflictDoUpdate({ target: [area.plantId, area.name], set: { name: sql`excluded.name` } })
    .returning({ id: area.id });
  return made!.id;
}

function note(
  tx: Database,
  person: Person,
  plantId: number,
  positionId: number,
  at: Date,
  text: string,
  tag: string,
): Promise<void> {
  return writeJournal(tx, {
    at,
    plantId,
    by: person.id,
    byName: person.name,
    kind: "position",
    positionId,
    text,
    href: `/positions/${encodeURIComponent(tag)}`,
  });
}
