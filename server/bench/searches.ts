import { randomUUID } from "node:crypto";
import { and, eq } from "drizzle-orm";
import { bad, good, whatChanged, type DriveIdentity, type Result } from "@/core/drive";
import {
  highestUnit,
  linkKey,
  LINK_WORDS,
  planSearch,
  speaksOn,
  type LinkSettings,
  type SearchRequest,
} from "@/core/link";
import type { FoundDrive, SearchView } from "@/core/live";
import { tables, type Database } from "@/server/database";
import { hasAcknowledged, NOT_ACKNOWLEDGED, type Person } from "@/server/people";
import type { Bench, BenchParts } from "./bench";
import { recognisePosition } from "./recognise";
import { Search } from "./search";
import { noteSighting } from "./sightings";

/** The searches of this process; one on a physical way at a time. Ended ones stay to be looked at until the next on the same way. */
export class Searches {
  private readonly searches = new Map<string, Search>();

  constructor(
    private readonly parts: BenchParts,
    private readonly bench: Bench,
  ) {}

  views(): SearchView[] {
    return [...this.searches.values()].map((each) => each.view);
  }

  /** Begins to look for drives. Refused until the warning before live work was acknowledged, and while somebody looks on the same link. */
  async start(person: Person, request: SearchRequest & { patient: boolean }): Promise<Result<SearchView>> {
    const { db, shelf, clock, events } = this.parts;
    if (!(await hasAcknowledged(db, person))) return NOT_ACKNOWLEDGED;
    if (request.from > request.to)
      return bad({
        kind: "stopped",
        text: `Address ${request.from} lies above ${request.to}.`,
        remedy: "Exchange the two.",
      });
    if (request.to > highestUnit(request.link))
      return bad({
        kind: "stopped",
        text: `There is no address ${request.to} on such a link.`,
        remedy: `The highest is ${highestUnit(request.link)}.`,
      });
    if (!shelf.all.some((each) => speaksOn(each, request.link)))
      return bad({
        kind: "unknown-drive",
        text: `No known family speaks ${LINK_WORDS[request.link.kind]} like this.`,
        remedy: "Choose another kind of link, or import a definition.",
      });
    const key = linkKey(request.link);
    for (const [id, each] of this.searches) {
      if (linkKey(each.view.link) !== key) continue;
      if (each.view.phase === "looking")
        return bad({
          kind: "stopped",
          text: `${each.view.byName} is looking for drives on this link already.`,
          remedy: "Watch that search, or stop it first.",
        });
      this.forget(id);
    }
    const row = await this.bench.linkRow(request.link);
    const id = randomUUID().slice(0, 8);
    const search = new Search(
      {
        id,
        link: request.link,
        linkName: row.name,
        byName: person.name,
        from: request.from,
        to: request.to,
        patient: request.patient,
      },
      planSearch(request, shelf.all),
      {
        clock,
        definitions: shelf.all,
        take: (settings) => this.bench.links.take(settings, "a search for drives"),
        drop: (settings) => this.bench.links.drop(settings),
        keep: (settings, unit, identity) => this.keep(row.id, settings, unit, identity),
        publish: (view) => events.publish({ type: "search", view }),
      },
    );
    this.searches.set(id, search);
    void search.run();
    return good(search.view);
  }

  /** Stops a search; what it found stays. */
  stop(id: string): boolean {
    const search = this.searches.get(id);
    search?.stop();
    return search !== undefined;
  }

  /** Takes an ended search off the pages; what it found stays with its link. */
  forget(id: string): boolean {
    if (this.searches.get(id)?.view.phase === "looking" || !this.searches.delete(id)) return false;
    this.parts.events.publish({ type: "search-gone", id });
    return true;
  }

  stopAll(): void {
    for (const each of this.searches.values()) each.stop();
  }

  private async keep(
    linkId: number,
    settings: LinkSettings,
    unit: number,
    identity: DriveIdentity | undefined,
  ): Promise<Pick<FoundDrive, "position" | "swapped">> {
    const { db } = this.parts;
    await noteSighting(db, { linkId, unit, at: new Date(), identity: identity ?? null });
    if (!identity) return { swapped: false };
    // The way of speaking that was answered is the one to keep.
    await db.update(tables.link).set({ lastSuccess: new Date(), settings }).where(eq(tables.link.id, linkId));
    const position = await recognisePosition(db, identity, { linkId, unit });
    if (!position) return { swapped: false };
    const fitted = await fittedAt(db, position.id);
    return {
      position: { tag: position.tag, title: position.title },
      swapped: fitted !== undefined && whatChanged(fitted, identity) !== "same",
    };
  }
}

async function fittedAt(db: Database, positionId: number) {
  const { drive } = tables;
  return (
    await db
      .select()
      .from(drive)
      .where(and(eq(drive.positionId, positionId), eq(drive.whereabouts, "fitted")))
  )[0];
}
