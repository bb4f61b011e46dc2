import { and, eq, isNull } from "drizzle-orm";
import { bad, good, type Result } from "@/core/drive";
import { linkKey, type LinkSettings } from "@/core/link";
import { inBackground } from "@/server/background";
import type { Bench } from "@/server/bench";
import { tables, type Database } from "@/server/database";
import type { Events } from "@/server/events";
import type { Person } from "@/server/people";
import { readThrough } from "./read-through";
import { noteKept, noteLine } from "./rounds";

const { round, roundPosition, position, link } = tables;

interface Parts {
  db: Database;
  bench: Bench;
  events: Events;
  now: () => Date;
}

interface Task {
  positionId: number;
  tag: string;
  link: LinkSettings;
  unit: number;
}

/** Rounds that record by themselves what can be reached; in this process. */
export class RoundRunner {
  private readonly running = new Map<number, AbortController>();
  /** Drives that rounds are at, by their place: they share the connection, which somebody may have had before. */
  private readonly opened = new Map<string, { rounds: number; held: boolean }>();

  constructor(private readonly parts: Parts) {
    // However a record comes about, the rounds that have its position know.
    parts.bench.onKept = async (person, positionId, kept) =>
      noteKept(parts.db, person, positionId, kept, parts.now());
  }

  isRunning(id: number): boolean {
    return this.running.has(id);
  }

  stop(id: number): void {
    this.running.get(id)?.abort();
  }

  /** Begins to record what is left and what was not reached of a round: one drive after another on each link, links side by side. */
  async run(person: Person, plantId: number, id: number): Promise<Result<undefined>> {
    if (this.running.has(id))
      return bad({
        kind: "busy",
        text: "This round is under way already.",
        remedy: "Follow it, or stop it first.",
      });
    const stop = new AbortController();
    this.running.set(id, stop);
    const over = (): void => {
      this.running.delete(id);
      this.parts.events.publish(plantId, { type: "ledger", tag: "" });
    };
    try {
      const byLink = await this.tasksOf(plantId, id);
      if (byLink === undefined) {
        over();
        return bad({
          kind: "not-now",
          text: "Nothing is left of this round.",
          remedy: "End it, or begin another.",
        });
      }
      void inBackground(
        `round ${id}`,
        () =>
          Promise.all(
            [...byLink.values()].map((tasks) => this.along(person, plantId, id, tasks, stop.signal)),
          ),
        () => undefined,
      ).finally(over);
    } catch (error) {
      over();
      throw error;
    }
    return good(undefined);
  }

  /** What is left of a round, by link; what has no way is told so at once. Undefined where nothing is left. */
  private async tasksOf(plantId: number, id: number): Promise<Map<string, Task[]> | undefined> {
    const rows = await this.parts.db
      .select({
        positionId: position.id,
        tag: position.tag,
        state: roundPosition.state,
        link: link.settings,
        unit: position.unitAddress,
      })
      .from(roundPosition)
      .innerJoin(
        round,
        and(eq(round.id, roundPosition.roundId), eq(round.plantId, plantId), isNull(round.closedAt)),
      )
      .innerJoin(position, eq(position.id, roundPosition.positionId))
      .leftJoin(link, eq(link.id, position.linkId))
      .where(eq(roundPosition.roundId, id));
    const open = rows.filter((each) => each.state !== "unchanged" && each.state !== "changed");
    const byLink = new Map<string, Task[]>();
    for (const { positionId, tag, link: way, unit } of open) {
      if (way === null) {
        const why = "No way to it is known: connect it once at the bench.";
        await this.tell(plantId, id, positionId, tag, "not-reached", why);
        continue;
      }
      const key = linkKey(way);
      byLink.set(key, [...(byLink.get(key) ?? []), { positionId, tag, link: way, unit: unit ?? 1 }]);
    }
    return open.length === 0 ? undefined : byLink;
  }

  /** One drive after another on one link. */
  private async along(
    person: Person,
    plantId: number,
    id: number,
    tasks: Task[],
    signal: AbortSignal,
  ): Promise<void> {
    for (const task of tasks) {
      if (signal.aborted) return;
      // Somebody has recorded it meanwhile, by hand or in another round.
      if (!(await this.tell(plantId, id, task.positionId, task.tag, "working", ""))) continue;
      const why = await this.recordOne(person, plantId, task, signal).catch(
        (error: unknown) => (error as Error).message,
      );
      if (signal.aborted && why !== undefined)
        await this.tell(plantId, id, task.positionId, task.tag, "left", "");
      else if (why !== undefined) await this.tell(plantId, id, task.positionId, task.tag, "not-reached", why);
    }
  }

  /** Connects, reads and keeps; why not, in words, or undefined when it is kept (which tells the round by itself). */
  private async recordOne(
    person: Person,
    plantId: number,
    { positionId, link: way, unit }: Task,
    signal: AbortSignal,
  ): Promise<string | undefined> {
    const { bench } = this.parts;
    const place = `${linkKey(way)}/${unit}`;
    const use = this.opened.get(place) ?? { rounds: 0, held: bench.at(way, unit) !== undefined };
    this.opened.set(place, use);
    use.rounds += 1;
    let id: string | undefined;
    try {
      const connected = await bench.connect(person, plantId, { link: way, unit });
      if (!connected.ok) return `${connected.trouble.text} ${connected.trouble.remedy}`;
      id = connected.value.id;
      const { readingDisturbs } = connected.value;
      if (readingDisturbs !== undefined)
        return `Reading it disturbs it (${readingDisturbs}). Read and record it at the bench.`;
      const phase = await readThrough(this.parts, id, signal);
      const connection = bench.find(id);
      if (!connection || phase !== "done")
        return signal.aborted ? "stopped" : "The reading did not come to its end.";
      if (connection.position?.id !== positionId)
        return connection.position
          ? `The drive of ${connection.position.tag} answers at its address.`
          : `A drive that the ledger does not have here answers: ${connection.identity.serial}. Look at it at the bench.`;
      if (connection.view().swappedFor)
        return `Another drive is fitted than before: ${connection.identity.serial}. Look at it at the bench, then record it there.`;
      const kept = await bench.record(person, connection, positionId);
      return kept.ok ? undefined : `${kept.trouble.text} ${kept.trouble.remedy}`;
    } finally {
      use.rounds -= 1;
      if (use.rounds === 0) {
        this.opened.delete(place);
        // One that somebody had in hand already stays with them.
        if (id !== undefined && !use.held) await bench.letGo(id);
      }
    }
  }

  private async tell(
    plantId: number,
    id: number,
    positionId: number,
    tag: string,
    state: "left" | "working" | "not-reached",
    said: string,
  ): Promise<boolean> {
    const noted = await noteLine(this.parts.db, id, positionId, { state, said, at: this.parts.now() });
    this.parts.events.publish(plantId, { type: "ledger", tag });
    return noted;
  }
}
