import { asc, desc, eq, inArray, sql } from "drizzle-orm";
import type { LinkSettings } from "@/core/link";
import { tables, type Database } from "@/server/database";

const { area, position, record, standing, drive, link, job } = tables;

export type PositionRow = typeof position.$inferSelect;

/** A position by its tag; undefined when there is none. */
export async function findPosition(db: Database, tag: string): Promise<PositionRow | undefined> {
  return (await db.select().from(position).where(eq(position.tag, tag)))[0];
}

/** Tags and titles of all positions, by tag. */
export function listTags(db: Database): Promise<Array<{ tag: string; title: string; definitionId: string }>> {
  return db
    .select({ tag: position.tag, title: position.title, definitionId: position.definitionId })
    .from(position)
    .orderBy(asc(position.tag));
}

/** The link of a position, where one is known. */
export async function linkOf(db: Database, row: PositionRow) {
  if (row.linkId === null) return undefined;
  return (await db.select().from(link).where(eq(link.id, row.linkId)))[0];
}

export interface PlantLine {
  tag: string;
  title: string;
  definitionId: string;
  twinGroup: string | null;
  jobNumber: string;
  serial: string | undefined;
  newest: { number: number; takenAt: Date; byName: string; partial: boolean; volatile: boolean } | undefined;
  standing: { number: number; at: Date; hashSettings: string } | undefined;
  /** The newest record's settings are those of the standing record. */
  asStanding: boolean;
  openRestore: number | undefined;
}

export interface PlantArea {
  name: string;
  lines: PlantLine[];
}

/** The plant by area: each position with its newest and its standing record. Five queries, whatever the number of positions. */
export async function plantOverview(db: Database): Promise<PlantArea[]> {
  const areas = await db.select().from(area).orderBy(asc(area.sort));
  const positions = await db.select().from(position).orderBy(asc(position.tag));
  const newest = await db
    .selectDistinctOn([record.positionId])
    .from(record)
    .orderBy(record.positionId, desc(record.number));
  const choices = await db
    .selectDistinctOn([standing.positionId], {
      positionId: standing.positionId,
      at: standing.at,
      number: record.number,
      hashSettings: record.hashSettings,
    })
    .from(standing)
    .innerJoin(record, eq(record.id, standing.recordId))
    .orderBy(standing.positionId, desc(standing.id));
  const drives = await db.select().from(drive).where(eq(drive.whereabouts, "fitted"));
  const jobs = await db
    .select({ id: job.id, positionId: job.positionId })
    .from(job)
    .where(sql`${job.open} and ${job.kind} = 'restore'`);
  return areas.map((each) => ({
    name: each.name,
    lines: positions
      .filter((row) => row.areaId === each.id)
      .map((row): PlantLine => {
        const last = newest.find((one) => one.positionId === row.id);
        const choice = choices.find((one) => one.positionId === row.id);
        return {
          tag: row.tag,
          title: row.title,
          definitionId: row.definitionId,
          twinGroup: row.twinGroup,
          jobNumber: row.jobNumber,
          serial: drives.find((one) => one.positionId === row.id)?.serial,
          newest: last && {
            number: last.number,
            takenAt: last.takenAt,
            byName: last.takenByName,
            partial: last.present < last.expected,
            volatile: last.volatile === true,
          },
          standing: choice && { number: choice.number, at: choice.at, hashSettings: choice.hashSettings },
          asStanding: last !== undefined && choice !== undefined && last.hashSettings === choice.hashSettings,
          openRestore: jobs.find((one) => one.positionId === row.id)?.id,
        };
      }),
  }));
}

/** Positions of a twin group, by tag. */
export function twinsOf(db: Database, twinGroup: string): Promise<PositionRow[]> {
  return db.select().from(position).where(eq(position.twinGroup, twinGroup)).orderBy(asc(position.tag));
}

/** Where each family is used. */
export async function positionsByDefinition(db: Database, ids: string[]): Promise<Map<string, string[]>> {
  const rows =
    ids.length === 0
      ? []
      : await db
          .select({ id: position.definitionId, tag: position.tag })
          .from(position)
          .where(inArray(position.definitionId, ids))
          .orderBy(asc(position.tag));
  const found = new Map<string, string[]>();
  for (const row of rows) found.set(row.id, [...(found.get(row.id) ?? []), row.tag]);
  return found;
}

/** Positions with the address at which their drive answered last, for the bench. */
export function listPlaces(
  db: Database,
): Promise<Array<{ tag: string; title: string; link: LinkSettings; linkId: number; unit: number | null }>> {
  return db
    .select({
      tag: position.tag,
      title: position.title,
      link: link.settings,
      linkId: link.id,
      unit: position.unitAddress,
    })
    .from(position)
    .innerJoin(link, eq(link.id, position.linkId))
    .orderBy(asc(position.tag));
}
