import { and, asc, desc, eq, inArray, isNull, sql } from "drizzle-orm";
import type { PositionLine } from "@/core/contract";
import { positionPath } from "@/core/plant/position-path";
import type { Reason } from "@/core/readiness";
import { tables, type Database } from "@/server/database";
import { driveHref } from "@/server/drives";
import type { CurrentAt, Overviews } from "@/server/plant";
import { workedOutOnce } from "@/server/worked-out-once";

const { drive, draft, position } = tables;

/** Something that the next shift has to know. */
export interface OpenItem {
  kind:
    "restore" | "compare-again" | "volatile" | "trip" | "reduced-supply" | "drive" | "draft" | "not-ready";
  text: string;
  href: string;
  /** Whose it is, where somebody's. */
  byName?: string;
}

/** Positions that are not ready, as many as are named one by one. */
const MOST_NAMED = 40;

/** What is open in a plant: restores, values that are gone at a power-off, trips and reduced supplies as they were read last, drives that are lent, or of which nobody has decided, drafts that are in no drive, positions that are not ready. */
export async function openItems(db: Database, overviews: Overviews, plantId: number): Promise<OpenItem[]> {
  const { reasons, notReady } = ofLines((await overviews.of(plantId)).lines);
  const newest = toBeTold(await overviews.records(plantId));
  const undecided = await db
    .select()
    .from(drive)
    .where(and(eq(drive.plantId, plantId), inArray(drive.whereabouts, ["removed", "lent"])))
    .orderBy(asc(drive.whereabouts), asc(drive.serial));
  const drafts = await db
    .select({ id: draft.id, tag: position.tag, title: draft.title, byName: draft.byName })
    .from(draft)
    .innerJoin(position, eq(position.id, draft.positionId))
    .where(and(eq(draft.plantId, plantId), isNull(draft.closedAt)))
    .orderBy(desc(draft.id))
    .limit(MOST_NAMED);
  return [
    ...reasons
      .filter(({ reason }) => reason.code === "open-restore" || reason.code === "ended-halfway")
      .map(({ tag, title, reason: { text, next } }): OpenItem => ({
        kind: "restore",
        text: `${tag} ${title}: ${text}`,
        href: next.restore === undefined ? `/receipts/${next.receipt}` : `/restore/${next.restore}`,
      })),
    ...(await notComparedAgain(db, plantId)).map((each): OpenItem => ({
      kind: "compare-again",
      text: `${each.tag} ${each.title}: restored, and not compared again after the start of what writes its values by itself: ${each.reloads}`,
      href: `/receipts/${each.receipt}`,
    })),
    ...reasons
      .filter(({ reason }) => reason.code === "volatile")
      .map(({ tag, title, reason }): OpenItem => ({
        kind: "volatile",
        text: `${tag} ${title}: ${reason.text}`,
        href: positionPath(tag),
      })),
    ...newest
      .filter(({ record }) => record.trip !== null)
      .map(({ tag, title, record }): OpenItem => ({
        kind: "trip",
        text: `${tag} ${title}: it was tripped when it was read last, ${record.trip}`,
        href: positionPath(tag, `?record=${record.number}`),
        byName: record.takenByName,
      })),
    ...newest
      .filter(({ record }) => record.reducedSupply)
      .map(({ tag, title, record }): OpenItem => ({
        kind: "reduced-supply",
        text: `${tag} ${title}: it ran on its reduced supply when it was read last. Take that back after the test.`,
        href: positionPath(tag, `?record=${record.number}`),
        byName: record.takenByName,
      })),
    ...undecided.map((each): OpenItem => ({
      kind: "drive",
      text:
        each.whereabouts === "lent"
          ? `Drive ${each.serial} is lent${each.place ? `: ${each.place}` : ""}.`
          : `Drive ${each.serial} was taken out, and nobody has said whether it is a spare or scrap.`,
      href: driveHref(each),
    })),
    ...drafts.map((each): OpenItem => ({
      kind: "draft",
      text: `${each.tag}: the draft “${each.title}” is in no drive, and nobody has entered it.`,
      href: `/drafts/${each.id}`,
      byName: each.byName,
    })),
    ...notReady.slice(0, MOST_NAMED).map(({ tag, title, reasons: own }): OpenItem => ({
      kind: "not-ready",
      text: `${tag} ${title}: ${own[0]!.text}`,
      href: positionPath(tag),
    })),
    ...(notReady.length > MOST_NAMED
      ? [
          {
            kind: "not-ready" as const,
            text: `And ${notReady.length - MOST_NAMED} more positions could not be replaced tonight.`,
            href: "/",
          },
        ]
      : []),
  ];
}

const TOLD: ReadonlySet<string> = new Set<Reason["code"]>(["open-restore", "ended-halfway", "volatile"]);

/** What the shift is told of the plant's list, worked out once as long as nothing changes in it. */
const ofLines = workedOutOnce((lines: readonly PositionLine[]) => {
  const there = lines.filter((each) => !each.retired);
  return {
    reasons: there.flatMap(({ tag, title, reasons: own }) =>
      own.filter((each) => TOLD.has(each.code)).map((reason) => ({ tag, title, reason })),
    ),
    notReady: there.filter((each) => each.verdict === "no" && each.reasons[0]?.code !== "open-restore"),
  };
});

/** The newest records that have something to tell the next shift, likewise. */
const toBeTold = workedOutOnce((records: readonly CurrentAt[]) =>
  records.flatMap(({ tag, title, newest: record }) =>
    record && (record.trip !== null || record.reducedSupply) ? [{ tag, title, record }] : [],
  ),
);

/** Positions whose last operation was a restore, where somebody writes values by himself at his start, and where nobody has compared since. */
async function notComparedAgain(
  db: Database,
  plantId: number,
): Promise<Array<{ tag: string; title: string; reloads: string; receipt: number }>> {
  const found = (await db.execute(sql`
    select p.tag, p.title, lists.reloads, last.id as receipt
    from (
      select distinct on (c.position_id) c.position_id, c.reloads from position_checks c order by c.position_id, c.id desc
    ) lists
    join position p on p.id = lists.position_id
    join lateral (
      select r.id, r.content from receipt r
      where r.position_id = p.id and r.content ->> 'spare' is distinct from 'true' order by r.id desc limit 1
    ) last on last.content ->> 'kind' = 'restore' and last.content ->> 'afterRecord' is not null
    where lists.reloads <> '' and p.plant_id = ${plantId} and p.retired_at is null
      and not exists (
        select 1 from receipt_checks t where t.receipt_id = last.id and t.which = 'controller-start'
      )
    order by p.tag`)) as unknown as {
    rows: Array<{ tag: string; title: string; reloads: string; receipt: number }>;
  };
  return found.rows;
}
