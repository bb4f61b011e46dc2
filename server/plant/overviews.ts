import { and, desc, eq, sql, sum } from "drizzle-orm";
import type {
  InventoryLine,
  InventoryWindow,
  PositionLine,
  PositionWindow,
  VerdictCounts,
} from "@/core/contract";
import {
  alikeOnALine,
  inventoryChoices,
  lookThroughInventory,
  sortInventory,
  type InventorySort,
  type InventoryWanted,
} from "@/core/plant";
import { mendsOf, VERDICTS, type Mends } from "@/core/readiness";
import { tables, type Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import { workedOutOnce } from "@/server/worked-out-once";
import { listCurrentRecords, type CurrentAt } from "./current-records";
import { listInventory } from "./inventory";
import { lookThrough, wordsOf, type Line, type LookFor } from "./look-through";
import { plantLines } from "./overview";

/** A line with a lower number may come to sight after one with a higher: so many of the newest are looked at together. */
const NEWEST = 1000;

interface Known {
  /** Drives, listed when they are first asked for. */
  drives?: Promise<InventoryLine[]>;
  /** Newest and standing records, likewise. */
  records?: Promise<CurrentAt[]>;
  areas: string[];
  mends: Mends;
  /** The tags of positions that should run alike and have a record, by the name of their group. */
  twins: ReadonlyMap<string, string[]>;
  lines: Line[];
  /** The same, within each area what could be replaced least first. */
  byReadiness: Line[];
  /** Of those that are not retired, by area and all together. */
  counts: { all: VerdictCounts; of: ReadonlyMap<string, VerdictCounts> };
  retired: number;
}

/**
 * The lists of the plants, worked out when something has changed and not with every request: each change writes a line of the journal, so that the newest
 * lines' numbers say whether what is known still holds, whoever wrote it. Readiness also changes with the day, and with what is open.
 */
export class Overviews {
  private readonly held = new Map<number, { version: string; known: Promise<Known> }>();
  /** What was seen of a plant's journal and jobs, and of which moment of the database that is. */
  private readonly seen = new Map<number, { moment: string; written: string }>();

  constructor(
    private readonly db: Database,
    private readonly shelf: DefinitionShelf,
    private readonly now: () => number,
  ) {}

  /** All lines of a plant, by area and tag. */
  async of(plantId: number): Promise<Known> {
    const version = await this.versionOf(plantId);
    const held = this.held.get(plantId);
    if (held?.version === version) return held.known;
    const known = this.workOut(plantId);
    this.held.set(plantId, { version, known });
    // A failure is not kept.
    known.catch(() => {
      if (this.held.get(plantId)?.known === known) this.held.delete(plantId);
    });
    return known;
  }

  /** The part of a plant's list that is in sight. */
  async window(plantId: number, wanted: LookFor, from: number, count: number): Promise<PositionWindow> {
    const { areas, lines, byReadiness, counts, retired, mends } = await this.of(plantId);
    const fitting = lookThrough(wanted.order === "tag" ? lines : byReadiness, wanted);
    const fit = new Map<string, number>();
    for (const { area } of fitting) fit.set(area, (fit.get(area) ?? 0) + 1);
    return {
      counts: counts.all,
      retired,
      mends: { read: mends.read.length, raise: mends.raise.length },
      areas: areas.map((name) => ({ name, fit: fit.get(name) ?? 0, counts: counts.of.get(name)! })),
      total: fitting.length,
      from,
      lines: fitting.slice(from, from + count).map(({ words: _, ...line }) => line),
    };
  }

  /** What would be mended for many positions of a plant at once, with the lines of those whose records would be raised. */
  async mends(plantId: number): Promise<{ read: string[]; raise: PositionLine[] }> {
    const { lines, mends } = await this.of(plantId);
    const tags = new Set(mends.raise.map((each) => each.tag));
    return { read: mends.read, raise: lines.filter((each) => tags.has(each.tag)) };
  }

  /** The drives of a plant. */
  async drives(plantId: number): Promise<InventoryLine[]> {
    const known = await this.of(plantId);
    known.drives ??= listInventory(this.db, this.shelf, plantId).catch((error: unknown) => {
      // A failure is not kept.
      known.drives = undefined;
      throw error;
    });
    return known.drives;
  }

  /** The newest and the standing record of each position of a plant that is not retired, by tag. */
  async records(plantId: number): Promise<CurrentAt[]> {
    return (await this.withRecords(plantId)).records;
  }

  /** All lines of a plant, and those records; the same lists as long as nothing has changed. */
  async withRecords(plantId: number): Promise<{ lines: Line[]; records: CurrentAt[] }> {
    const known = await this.of(plantId);
    known.records ??= listCurrentRecords(this.db, plantId).catch((error: unknown) => {
      // A failure is not kept.
      known.records = undefined;
      throw error;
    });
    return { lines: known.lines, records: await known.records };
  }

  /** The part of a plant's inventory that is in sight. */
  async inventory(
    plantId: number,
    wanted: InventoryWanted,
    from: number,
    count: number,
  ): Promise<InventoryWindow> {
    const all = await this.drives(plantId);
    const fitting = lookThroughInventory(all, wanted, sortedOnce);
    return {
      all: all.length,
      choices: choicesOf(all),
      alike: alikeOf(all),
      total: fitting.length,
      from,
      lines: fitting.slice(from, from + count),
    };
  }

  private async workOut(plantId: number): Promise<Known> {
    const { areas, lines: made } = await plantLines(this.db, this.shelf, plantId, this.now());
    const lines = made.map((each): Line => ({ ...each, words: wordsOf(each) }));
    const standing = lines.filter((each) => !each.retired);
    const of = areas.map((name) => [name, countsOf(standing.filter((each) => each.area === name))] as const);
    return {
      areas,
      mends: mendsOf(made),
      twins: twinsOf(standing),
      lines,
      byReadiness: areas.flatMap((name) => lines.filter((each) => each.area === name).sort(byReadiness)),
      counts: { all: countsOf(standing), of: new Map(of) },
      retired: lines.length - standing.length,
    };
  }

  /** Changes whenever the list may have changed. */
  private async versionOf(plantId: number): Promise<string> {
    const moment = await this.moment();
    const seen = this.seen.get(plantId);
    const written = seen?.moment === moment ? seen.written : await this.written(plantId);
    this.seen.set(plantId, { moment, written });
    const day = Math.floor(this.now() / (24 * 3600 * 1000));
    return [written, this.shelf.revision, day].join(" ");
  }

  /** Stays the same as long as nobody commits anything (PostgreSQL 18 documentation, 9.27.8): asked for in no time, where looking at the journal takes some. */
  private async moment(): Promise<string> {
    const { rows } = (await this.db.execute(
      sql`select pg_current_snapshot()::text as moment`,
    )) as unknown as {
      rows: [{ moment: string }];
    };
    return rows[0].moment;
  }

  /** The newest lines of a plant's journal, and what is open in it. */
  private async written(plantId: number): Promise<string> {
    const { journal, job } = tables;
    const newest = this.db
      .select({ id: journal.id })
      .from(journal)
      .where(eq(journal.plantId, plantId))
      .orderBy(desc(journal.id))
      .limit(NEWEST)
      .as("newest");
    const open = this.db
      .select({ all: sql`string_agg(${job.id} || ${job.phase}, ' ' order by ${job.id})` })
      .from(job)
      .where(and(eq(job.open, true), eq(job.plantId, plantId)));
    const [held] = await this.db
      .select({ lines: sum(newest.id), open: sql<string | null>`(${open})` })
      .from(newest);
    return [held?.lines, held?.open].join(" ");
  }
}

function twinsOf(lines: readonly PositionLine[]): Map<string, string[]> {
  const twins = new Map<string, string[]>();
  for (const { twinGroup, newest, tag } of lines) {
    if (!twinGroup || !newest) continue;
    const tags = twins.get(twinGroup) ?? [];
    tags.push(tag);
    twins.set(twinGroup, tags);
  }
  return twins;
}

const choicesOf = workedOutOnce(inventoryChoices);
const alikeOf = workedOutOnce((lines: readonly InventoryLine[]) => alikeOnALine(lines));

/** The same list in each order that it was asked for in. */
const ordersOf = workedOutOnce(
  (_: readonly InventoryLine[]) => new Map<InventorySort, readonly InventoryLine[]>(),
);

function sortedOnce(lines: readonly InventoryLine[], by: InventorySort): readonly InventoryLine[] {
  const orders = ordersOf(lines);
  const known = orders.get(by) ?? sortInventory(lines, by);
  orders.set(by, known);
  return known;
}

const numeric = new Intl.Collator("en", { numeric: true });

const byReadiness = (a: PositionLine, b: PositionLine): number =>
  VERDICTS.indexOf(a.verdict) - VERDICTS.indexOf(b.verdict) || numeric.compare(a.tag, b.tag);

function countsOf(lines: PositionLine[]): VerdictCounts {
  const counts = { no: 0, "with-care": 0, ready: 0 };
  for (const each of lines) counts[each.verdict] += 1;
  return counts;
}
