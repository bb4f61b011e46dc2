import { and, asc, eq, sql } from "drizzle-orm";
import { tables, type Database } from "@/server/database";

const { area, position, record, current, drive, job } = tables;

export interface PlantLine {
  tag: string;
  title: string;
  definitionId: string;
  twinGroup: string | null;
  jobNumber: string;
  serial: string | undefined;
  newest: { number: number; takenAt: Date; byName: string; partial: boolean; volatile: boolean } | undefined;
  standing: { number: number } | undefined;
  /** The newest record's settings are those of the standing record. */
  asStanding: boolean;
  openRestore: { id: number; byName: string; startedAt: Date; begun: boolean } | undefined;
}

export interface PlantArea {
  name: string;
  lines: PlantLine[];
}

/** The plant by area: each position with its newest and its standing record. Four queries, whatever the number of positions and records. */
export async function plantOverview(db: Database, plantId: number): Promise<PlantArea[]> {
  const areas = await db.select().from(area).where(eq(area.plantId, plantId)).orderBy(asc(area.sort));
  const positions = await db
    .select({
      id: position.id,
      areaId: position.areaId,
      tag: position.tag,
      title: position.title,
      definitionId: position.definitionId,
      twinGroup: position.twinGroup,
      jobNumber: position.jobNumber,
      serial: drive.serial,
    })
    .from(position)
    .leftJoin(drive, and(eq(drive.positionId, position.id), eq(drive.whereabouts, "fitted")))
    .where(eq(position.plantId, plantId))
    .orderBy(asc(position.tag));
  const records = await currentRecords(db, plantId);
  const jobs = await db
    .select({
      id: job.id,
      positionId: job.positionId,
      byName: job.byName,
      startedAt: job.startedAt,
      phase: job.phase,
    })
    .from(job)
    .where(and(eq(job.open, true), eq(job.plantId, plantId)));
  const restores = new Map(
    jobs.map(({ positionId, phase, ...each }) => [
      positionId,
      { ...each, begun: phase !== "read-before" && phase !== "review" },
    ]),
  );
  const lines = new Map<number, PlantLine[]>(areas.map((each) => [each.id, []]));
  for (const { id, areaId, serial, ...row } of positions) {
    const last = records.get(`${id} newest`);
    const choice = records.get(`${id} standing`);
    lines.get(areaId)!.push({
      ...row,
      serial: serial ?? undefined,
      newest: last && {
        number: last.number,
        takenAt: last.takenAt,
        byName: last.byName,
        partial: last.partial,
        volatile: last.volatile === true,
      },
      standing: choice && { number: choice.number },
      asStanding: last !== undefined && choice !== undefined && last.hash === choice.hash,
      openRestore: restores.get(id),
    });
  }
  return areas.map(({ id, name }) => ({ name, lines: lines.get(id)! }));
}

/** The newest and the standing record of every position of a plant, by "id newest" and "id standing"; only what lists show of them. */
async function currentRecords(db: Database, plantId: number) {
  const rows = await db
    .select({
      positionId: current.positionId,
      which: current.which,
      number: record.number,
      takenAt: record.takenAt,
      byName: record.takenByName,
      partial: sql<boolean>`${record.present} < ${record.expected}`,
      volatile: record.volatile,
      hash: record.hashSettings,
    })
    .from(current)
    .innerJoin(record, eq(record.id, current.recordId))
    .innerJoin(position, eq(position.id, current.positionId))
    .where(eq(position.plantId, plantId));
  return new Map(rows.map((each) => [`${each.positionId} ${each.which}`, each]));
}
