import { randomUUID } from "node:crypto";
import { eq } from "drizzle-orm";
import type { FoundDrive, SearchView } from "@/core/contract";
import { bad, good, whatChanged, type Result } from "@/core/drive";
import { highestUnit, linkKey, LINK_WORDS, planSearch, speaksOn, type SearchRequest } from "@/core/link";
import { inBackground } from "@/server/background";
import { tables } from "@/server/database";
import type { MainAsks } from "@/server/link";
import type { Person } from "@/server/people";
import { keepSettings, linkRow } from "@/server/plant";
import type { Bench, BenchParts } from "./bench";
import { fittedAt } from "./place";
import { recognisePosition } from "./recognise";
import { noteSighting } from "./sightings";

interface Held {
  view: SearchView;
  plantId: number;
  linkId: number;
  stop: AbortController;
}

/** The searches of this process; one on a physical way at a time. Ended ones stay to be looked at until the next on the same way. */
export class Searches {
  private readonly searches = new Map<string, Held>();

  constructor(
    private readonly parts: BenchParts,
    private readonly bench: Bench,
  ) {}

  /** Those of a plant. */
  views(plantId: number): SearchView[] {
    return [...this.searches.values()].filter((each) => each.plantId === plantId).map((each) => each.view);
  }

  /** Begins to look for drives. Refused while somebody looks on the same link. */
  async start(
    person: Person,
    plantId: number,
    request: SearchRequest & { patient: boolean },
  ): Promise<Result<SearchView>> {
    const { shelf, wall } = this.parts;
    const may = await this.parts.mayReach(plantId, request.link);
    if (!may.ok) return may;
    const refused = this.whyNot(plantId, request);
    if (refused) return refused;
    const row = await linkRow(this.parts.db, plantId, request.link);
    await this.bench.tellDefinitions();
    const passes = planSearch(request, shelf.all);
    const about = {
      id: randomUUID().slice(0, 8),
      link: request.link,
      linkName: row.name,
      byName: person.name,
      from: request.from,
      to: request.to,
    };
    const held: Held = {
      plantId,
      linkId: row.id,
      stop: new AbortController(),
      view: {
        ...about,
        startedAt: wall(),
        phase: "looking",
        passes: [],
        found: [],
        advice: [],
        quick: !request.patient,
      },
    };
    this.searches.set(about.id, held);
    void inBackground(
      `search on ${row.name}`,
      () =>
        this.parts.links.ask(
          "search",
          { about: { ...about, patient: request.patient }, passes },
          { onEvent: (view) => this.show(held, view), signal: held.stop.signal },
        ),
      () => this.show(held, { ...held.view, phase: "stopped", at: undefined, msLeft: undefined }),
    );
    return good(held.view);
  }

  /** Whether a search is one of a plant's. */
  isOf(id: string, plantId: number): boolean {
    return this.searches.get(id)?.plantId === plantId;
  }

  /** Stops a search; what it found stays. */
  stop(id: string): void {
    this.searches.get(id)?.stop.abort();
  }

  /** Takes an ended search off the pages; what it found stays with its link. */
  forget(id: string): boolean {
    const held = this.searches.get(id);
    if (!held || held.view.phase === "looking") return false;
    this.searches.delete(id);
    this.parts.events.publish(held.plantId, { type: "search-gone", id });
    return true;
  }

  stopAll(): void {
    for (const { stop } of this.searches.values()) stop.abort();
  }

  /** Keeps who was found on a link, and says at which position he stands. */
  async keepFound({
    search,
    link,
    unit,
    identity,
  }: MainAsks["keepFound"]["arg"]): Promise<Pick<FoundDrive, "position" | "swapped">> {
    const { db, wall } = this.parts;
    const held = this.searches.get(search);
    if (!held) return { swapped: false };
    const { linkId, plantId } = held;
    const at = new Date(wall());
    await noteSighting(db, { linkId, unit, at, identity: identity ?? null });
    if (!identity) return { swapped: false };
    // The way of speaking that was answered is the one to keep.
    const [row] = await db.select().from(tables.link).where(eq(tables.link.id, linkId));
    if (row) await keepSettings(db, row, link);
    await db.update(tables.link).set({ lastSuccess: at }).where(eq(tables.link.id, linkId));
    const found = await recognisePosition(db, plantId, identity, { linkId, unit });
    if (!found) return { swapped: false };
    const { position } = found;
    const fitted = await fittedAt(db, position.id);
    return {
      position: { tag: position.tag, title: position.title },
      swapped: fitted !== undefined && whatChanged(fitted, identity) !== "same",
    };
  }

  private show(held: Held, view: SearchView): void {
    held.view = view;
    if (this.searches.has(view.id)) this.parts.events.publish(held.plantId, { type: "search", view });
  }

  private whyNot(plantId: number, request: SearchRequest): Result<never> | undefined {
    if (request.from > request.to)
      return bad({
        kind: "bad-request",
        text: `Address ${request.from} lies above ${request.to}.`,
        remedy: "Exchange the two.",
      });
    const highest = highestUnit(request.link);
    if (request.to > highest)
      return bad({
        kind: "bad-request",
        text: `There is no address ${request.to} on such a link.`,
        remedy: `The highest is ${highest}.`,
      });
    if (!this.parts.shelf.all.some((each) => speaksOn(each, request.link)))
      return bad({
        kind: "unknown-drive",
        text: `No known family speaks ${LINK_WORDS[request.link.kind]} like this.`,
        remedy: "Choose another kind of link, or import a definition.",
      });
    const key = linkKey(request.link);
    for (const [id, { view, plantId: theirs }] of this.searches) {
      if (linkKey(view.link) !== key) continue;
      if (view.phase === "looking")
        return bad({
          kind: "busy",
          // Who it is in another plant is not told here.
          text: `${theirs === plantId ? view.byName : "Somebody of another plant"} is looking for drives on this link already.`,
          remedy: "Watch that search, or stop it first.",
        });
      if (theirs === plantId) this.forget(id);
    }
    return undefined;
  }
}
