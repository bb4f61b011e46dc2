import { and, desc, eq, sql } from "drizzle-orm";
import { driftOf } from "@/core/compare";
import { moduleChanges, moduleWords, whatChanged } from "@/core/drive";
import { unfitFor } from "@/core/restore";
import { factorySet, valuesByCode } from "@/core/set";
import { checklistsOf } from "@/server/checklist";
import { tables, type Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import { factsOfRecord, loadSet, newestReading, recordById, standingOf } from "@/server/ledger";
import type { Comparison, Connection, Standing } from "./connection";
import { notedOtherwise } from "./ways";

/** A drive at a position, and the drive that was fitted there last where it is another. */
export async function standingAt(
  db: Database,
  shelf: DefinitionShelf,
  row: { id: number; tag: string; title: string },
  connection: Connection,
): Promise<Standing> {
  const { id, tag, title } = row;
  const { identity } = connection;
  const position = { id, tag, title };
  const otherwise = await notedOtherwise(db, connection, id);
  const fitted = await fittedAt(db, id);
  const change = fitted ? whatChanged(fitted, identity) : "same";
  const unfinished = await lastUnfinished(db, id, identity.serial);
  const reloads = (await checklistsOf(db, id)).reloads || undefined;
  if (!fitted || change === "same") {
    const modulesChanged = await changedModules(db, id, connection);
    return { position, unfinished, notedOtherwise: otherwise, modulesChanged, reloads };
  }
  const ratingName = fitted.rating && shelf.find(fitted.definitionId)?.ratings.get(fitted.rating)?.name;
  return {
    position,
    unfinished,
    notedOtherwise: otherwise,
    reloads,
    swappedFor: {
      serial: fitted.serial,
      ratingName: ratingName || "unknown rating",
      change,
      powerPart: fitted.powerPart ?? undefined,
    },
  };
}

/** Modules that are others than when this drive was read last at the position; undefined where none is. */
async function changedModules(
  db: Database,
  positionId: number,
  { definition, identity }: Connection,
): Promise<Standing["modulesChanged"]> {
  if (!identity.modules) return undefined;
  const last = await newestReading(db, positionId);
  if (last?.serial !== identity.serial) return undefined;
  const changes = moduleChanges(definition.file.modules, last.facts.modules, identity.modules);
  if (changes.length === 0) return undefined;
  return changes.map((each) => ({ words: moduleWords(each), axis: each.axis }));
}

/** The receipt of the last restore onto this drive at the position, where it ended before everything was as recorded. */
async function lastUnfinished(
  db: Database,
  positionId: number,
  serial: string,
): Promise<Standing["unfinished"]> {
  const { receipt } = tables;
  const [last] = await db
    .select({
      id: receipt.id,
      outcome: sql<string>`${receipt.content} ->> 'outcome'`,
      serial: sql<string>`${receipt.content} -> 'drive' ->> 'serial'`,
    })
    .from(receipt)
    .where(and(eq(receipt.positionId, positionId), sql`${receipt.content} ->> 'kind' = 'restore'`))
    .orderBy(desc(receipt.id))
    .limit(1);
  return last?.serial === serial && last.outcome !== "verified" ? last.id : undefined;
}

/** The drive that was fitted at a position last; undefined when nobody has recorded one there. */
export async function fittedAt(
  db: Database,
  positionId: number,
): Promise<typeof tables.drive.$inferSelect | undefined> {
  const { drive } = tables;
  const rows = await db
    .select()
    .from(drive)
    .where(and(eq(drive.positionId, positionId), eq(drive.whereabouts, "fitted")));
  return rows[0];
}

/** How what was read differs from the standing record of the position. Where that stands under another parameter list, nobody can say. */
export async function compareWithStanding(
  db: Database,
  shelf: DefinitionShelf,
  { position, definition, identity, values }: Connection,
): Promise<Comparison> {
  const choice = await standingOf(db, position!.id);
  const row = choice && (await recordById(db, choice.recordId));
  if (!row) return {};
  const set = await loadSet(db, row);
  const facts = await factsOfRecord(db, shelf, definition, row, set, true);
  const why = unfitFor(definition, facts, identity).map(({ found, remedy }) => ({ found, remedy }));
  const unfit = why.length > 0 ? { record: row.number, why } : undefined;
  if (row.definitionId !== definition.id)
    return { unfit, notCompared: { record: row.number, recordedAs: facts.recordedAs! } };
  const standard = valuesByCode(factorySet(definition, identity.rating));
  const recordedUnder = (await shelf.ofRecord(db, row)) ?? definition;
  const drift = driftOf(definition, standard, valuesByCode(set), values, recordedUnder);
  return {
    unfit,
    drift: {
      record: row.number,
      changed: drift.changed.length,
      backToDefault: drift.backToDefault.length,
      compared: drift.compared,
      notRead: drift.notRead.length,
      lacks: drift.lacks.length,
      unrecorded: drift.unrecorded.length,
    },
  };
}
