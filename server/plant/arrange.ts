import { and, desc, eq } from "drizzle-orm";
import { bad, good, type Result } from "@/core/drive";
import { linkLine, readLinkLine } from "@/core/link";
import { spokenOtherwise } from "@/core/plant";
import { positionPath } from "@/core/plant/position-path";
import { tables, type Database } from "@/server/database";
import { writeJournal } from "@/server/journal";
import type { Person } from "@/server/people";
import { areaId } from "./areas";
import { answeredOtherwise, linkRow } from "./link-row";
import { differences, faultIn, wordsOf, type PositionWords } from "./position-words";
import { tagsLocked, whyTaken } from "./tags";

const { position, formerTag, journal } = tables;

/** Makes a position. Refused where its tag is taken in the plant; the area is made where there is none of that name. */
export async function createPosition(
  db: Database,
  person: Person,
  plantId: number,
  said: PositionWords,
  at: Date,
): Promise<Result<{ id: number; tag: string }>> {
  const words = withLinkInFull(said);
  return db.transaction(async (tx) => {
    await tagsLocked(tx, plantId);
    const refused =
      faultIn(words) ??
      (await whyTaken(tx, plantId, words.tag)) ??
      (words.link === "" ? undefined : await whyNoWay(tx, plantId, words.link));
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
  said: PositionWords,
  at: Date,
): Promise<Result<undefined>> {
  const words = withLinkInFull(said);
  return db.transaction(async (tx) => {
    await tagsLocked(tx, plantId);
    const before = await wordsOf(tx, id, true);
    if (!before) return NO_POSITION;
    if (before.revision !== revision) return changedMeanwhile(tx, id, before.words, words);
    const refused =
      faultIn(words) ??
      (words.tag === before.words.tag ? undefined : await whyTaken(tx, plantId, words.tag)) ??
      (sameWay(before.words, words) ? undefined : await whyNoWay(tx, plantId, words.link));
    if (refused) return refused;
    const changes = differences(before.words, words);
    if (changes.length === 0) return good(undefined);
    if (words.tag !== before.words.tag)
      await tx.insert(formerTag).values({ plantId, tag: before.words.tag, positionId: id, at });
    await tx
      .update(position)
      .set({ ...(await columnsOf(tx, plantId, words, before.words)), revision: revision + 1 })
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
        ...(retiring ? { linkId: null, unitAddress: null, wayTried: true } : {}),
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

const NO_POSITION = bad<never>({
  kind: "not-found",
  text: "This position is not in the plant any more.",
  remedy: "Load the page again.",
});

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

/** What is said of a position, as it is kept. The way to its drive is left alone where it is as it was. */
async function columnsOf(
  tx: Database,
  plantId: number,
  { area: name, twinGroup, link, address, ...rest }: PositionWords,
  before?: PositionWords,
) {
  const way = before && sameWay(before, { link, address }) ? undefined : readLinkLine(link);
  const noWay = way && { linkId: null, unitAddress: null, wayTried: true };
  return {
    ...rest,
    ...(way && "link" in way
      ? { linkId: (await linkRow(tx, plantId, way.link)).id, unitAddress: address, wayTried: false }
      : noWay),
    twinGroup: twinGroup === "" ? null : twinGroup,
    areaId: await areaId(tx, plantId, name.trim()),
  };
}

type Way = Pick<PositionWords, "link" | "address">;
const sameWay = (a: Way, b: Way): boolean => a.link === b.link && a.address === b.address;

/** Words with their link written as all links are; one that is none stays as it was typed. */
function withLinkInFull(words: PositionWords): PositionWords {
  const read = readLinkLine(words.link);
  return "link" in read ? { ...words, link: linkLine(read.link) } : words;
}

/**
 * Why a way cannot be noted in a plant: a practice plant's positions lead to its stand-ins, and nowhere else; and a link on which drives answered is not made to
 * speak otherwise from the desk, for it is theirs too.
 */
async function whyNoWay(tx: Database, plantId: number, line: string): Promise<Result<never> | undefined> {
  const { plant } = tables;
  const [row] = await tx.select({ practice: plant.practice }).from(plant).where(eq(plant.id, plantId));
  if (row?.practice)
    return bad({
      kind: "not-now",
      text: "This is the practice plant: its positions lead to its own stand-ins.",
      remedy: "Leave link and address as they are.",
    });
  const read = readLinkLine(line);
  const otherwise = "link" in read && (await answeredOtherwise(tx, plantId, read.link));
  return otherwise
    ? bad({
        kind: "bad-request",
        text: spokenOtherwise(linkLine(otherwise)),
        remedy: "Choose it from those that are proposed.",
      })
    : undefined;
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
    href: positionPath(tag),
  });
}
