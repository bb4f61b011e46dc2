import { and, eq, isNull } from "drizzle-orm";
import { bad, good, type Result } from "@/core/drive";
import { linkKey, serialText, waysOnCable, type LinkSettings } from "@/core/link";
import type { Clock } from "@/core/protocol/channel";
import { inBackground } from "@/server/background";
import type { Bench, Connection } from "@/server/bench";
import { tables, type Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import type { Events } from "@/server/events";
import type { Links } from "@/server/link";
import type { Person } from "@/server/people";
import { nextBeside, whoAnswers } from "./knocks";
import { RESULTS } from "./rounds";

const { round, roundPosition, link } = tables;

interface Parts {
  db: Database;
  shelf: DefinitionShelf;
  bench: Bench;
  links: Links;
  events: Events;
  /** Between two looks whether somebody answers, in ms. */
  pauseMs: number;
  clock: Clock;
}

/** So many pauses long a lost drive is waited for, before the cable is taken to be moved on to one that may speak otherwise. */
const PATIENCE = 25;

/** So many pauses lie between two looks whether another drive of the round answers beside the one that is done with. */
const BESIDE = 5;

/** A walk as its round's page shows it. */
export interface WalkView {
  linkId: number;
  linkName: string;
  byName: string;
  /** The drive that the cable is at. */
  connectionId: string | undefined;
  /** What somebody who answers, or the cable, has. */
  said: string;
  /** How the next drive is spoken to until it answers, in words; empty where there is but one way. */
  spoken: string[];
}

interface Walk extends WalkView {
  roundId: number;
  plantId: number;
  person: Person;
  settings: LinkSettings;
  stop: AbortController;
}

/**
 * Walks with one cable: it is moved from drive to drive, and each newcomer is connected and read by itself, so that its record is one press away. Nothing is kept
 * until somebody presses. In this process; one for a round, and one for a cable.
 */
export class Walks {
  private readonly walks = new Map<number, Walk>();

  constructor(private readonly parts: Parts) {}

  /** How the walk of a round stands; undefined where nobody walks. */
  view(roundId: number): WalkView | undefined {
    const walk = this.walks.get(roundId);
    if (!walk) return undefined;
    const { linkId, linkName, byName, connectionId, said, spoken } = walk;
    return { linkId, linkName, byName, connectionId, said, spoken };
  }

  /** Begins a walk with the cable of a kept link. */
  async begin(person: Person, plantId: number, roundId: number, linkId: number): Promise<Result<undefined>> {
    const { db } = this.parts;
    const [open] = await db
      .select({ id: round.id })
      .from(round)
      .where(and(eq(round.id, roundId), eq(round.plantId, plantId), isNull(round.closedAt)));
    const [cable] = await db
      .select()
      .from(link)
      .where(and(eq(link.id, linkId), eq(link.plantId, plantId)));
    if (!open || !cable)
      return bad({
        kind: "not-found",
        text: open ? "There is no such link." : "There is no such round, or it has ended.",
        remedy: "Load the page again.",
      });
    const key = linkKey(cable.settings);
    const taken = [...this.walks.values()].find(
      (each) => each.roundId === roundId || linkKey(each.settings) === key,
    );
    if (taken)
      return bad({
        kind: "busy",
        text:
          taken.plantId === plantId
            ? `${taken.byName} walks with ${taken.linkName} already.`
            : "Somebody of another plant walks with this cable.",
        remedy: "Go on with that walk, or stop it first.",
      });
    const walk: Walk = {
      roundId,
      plantId,
      person,
      byName: person.name,
      linkId,
      linkName: cable.name,
      settings: cable.settings,
      spoken: waysOnCable(cable.settings, this.parts.shelf.all).flatMap((each) =>
        each.kind === "modbus-serial" ? [serialText(each)] : [],
      ),
      connectionId: undefined,
      said: "",
      stop: new AbortController(),
    };
    this.walks.set(roundId, walk);
    void inBackground(
      `walk of round ${roundId}`,
      () => this.follow(walk),
      () => undefined,
    ).finally(() => {
      if (this.walks.get(roundId) === walk) this.walks.delete(roundId);
      this.tell(walk);
    });
    return good(undefined);
  }

  /** Ends a walk; the drive that the cable is at stays connected. */
  stop(roundId: number): void {
    this.walks.get(roundId)?.stop.abort();
    this.walks.delete(roundId);
  }

  stopAll(): void {
    for (const each of this.walks.keys()) this.stop(each);
  }

  private async follow(walk: Walk): Promise<void> {
    const { bench } = this.parts;
    await bench.tellDefinitions();
    const { signal } = walk.stop;
    while (!signal.aborted) {
      const { at, said } = await whoAnswers(this.parts, walk);
      if (signal.aborted) return;
      if (at === undefined) {
        this.say(walk, said);
        await this.pause(signal);
        continue;
      }
      const { unit } = at;
      const connected = await bench.connect(walk.person, walk.plantId, at);
      if (!connected.ok) {
        this.say(walk, `At address ${unit}: ${connected.trouble.text} ${connected.trouble.remedy}`);
        await this.pause(signal);
        continue;
      }
      walk.connectionId = connected.value.id;
      walk.said = "";
      this.tell(walk);
      if ((await this.whileThere(walk)) === "let-go") return;
      walk.connectionId = undefined;
      this.tell(walk);
      await bench.letGo(connected.value.id);
    }
  }

  /** Waits until the drive is gone from the cable ("gone"), until somebody lets go of it, or until the walk is stopped. */
  private async whileThere(walk: Walk): Promise<"gone" | "let-go"> {
    const { bench, shelf, clock, pauseMs } = this.parts;
    const { signal } = walk.stop;
    let there = clock.now();
    let lookedBeside = there;
    for (;;) {
      const connection = bench.find(walk.connectionId!);
      if (!connection || signal.aborted) return "let-go";
      // A restore that waits for its drive keeps it.
      if (connection.phase !== "connected" && !(await this.isRestored(connection))) {
        if (connection.phase === "other-drive") return "gone";
        // One that is lost may be back in a moment: it is gone once another answers elsewhere.
        const next = await whoAnswers(this.parts, walk, connection);
        if (next.at !== undefined && bench.find(connection.id)?.phase !== "connected") return "gone";
        // Who speaks otherwise is not heard while the port is held for it. What was read of it is kept, should it come back.
        const long = clock.now() - there > PATIENCE * pauseMs;
        if (long && waysOnCable(connection.address.link, shelf.all).length > 1) return "gone";
      } else there = clock.now();
      // Behind a gateway several answer at once: once this one is kept, the next of the round comes without anybody touching the cable.
      if (connection.phase === "connected" && clock.now() - lookedBeside > BESIDE * pauseMs) {
        lookedBeside = clock.now();
        if ((await this.isDone(walk, connection)) && (await nextBeside(this.parts, walk, connection)))
          return "gone";
      }
      await this.pause(signal);
    }
  }

  /** Whether a drive's position is done with in the round, and nothing goes on with the drive. */
  private async isDone(walk: Walk, connection: Connection): Promise<boolean> {
    const { position } = connection;
    if (!position || (await this.isRestored(connection))) return false;
    const [row] = await this.parts.db
      .select({ state: roundPosition.state })
      .from(roundPosition)
      .where(and(eq(roundPosition.roundId, walk.roundId), eq(roundPosition.positionId, position.id)));
    return row !== undefined && RESULTS.includes(row.state);
  }

  private async isRestored({ driveKey }: Connection): Promise<boolean> {
    const { job } = tables;
    const [open] = await this.parts.db
      .select({ id: job.id })
      .from(job)
      .where(and(eq(job.open, true), eq(job.driveKey, driveKey)));
    return open !== undefined;
  }

  private pause(signal: AbortSignal): Promise<void> {
    return new Promise((resolve) => {
      const over = (): void => {
        clearTimeout(timer);
        signal.removeEventListener("abort", over);
        resolve();
      };
      const timer = setTimeout(over, this.parts.pauseMs);
      timer.unref();
      signal.addEventListener("abort", over);
    });
  }

  /** Every page loads again when it is told: only what is new is. */
  private say(walk: Walk, said: string): void {
    if (walk.said === said) return;
    walk.said = said;
    this.tell(walk);
  }

  private tell({ plantId }: Walk): void {
    this.parts.events.publish(plantId, { type: "ledger", tag: "" });
  }
}
