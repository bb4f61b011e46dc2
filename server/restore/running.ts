import { inBackground } from "@/server/background";
import { faultTrouble } from "@/server/fault";
import type { RunnerParts } from "./course";
import { dropLease, takeLease } from "./job-state";
import { haltLeft } from "./left";
import type { RestoreRunner } from "./runner";
import { jobView } from "./view";

const FAULT_THEN = "Then go on: what is not certain is read back first.";

/** The restores that are under way in this process: one runner each, and what is done when one ends in a fault. */
export class Running {
  private readonly running = new Map<number, { runner: RestoreRunner; done: Promise<void> }>();
  /** Restores whose runner ended in a fault, before it could be written down how they stand. */
  private readonly left = new Set<number>();

  constructor(private readonly parts: RunnerParts) {}

  /** The runner of a restore that is under way. */
  of(id: number): RestoreRunner | undefined {
    return this.running.get(id)?.runner;
  }

  /** Whether any reads or writes its drive right now, rather than waiting for somebody. */
  atWork(): boolean {
    return [...this.running.values()].some(({ runner }) => !runner.job.memory.place.waitsFor);
  }

  /** Stops between two exchanges with the drive, or stops waiting. False when it is not under way. */
  stop(id: number): boolean {
    const runner = this.of(id);
    runner?.stop();
    return runner !== undefined;
  }

  /** Resolves when this restore waits for a person or has ended. */
  async settled(id: number): Promise<void> {
    await this.running.get(id)?.done;
  }

  /** Stops a restore and waits until it stands still and that is written down. Throws while the database does not take it. */
  async halted(id: number): Promise<void> {
    this.stop(id);
    await this.settled(id);
    await this.settleLeft(id);
  }

  /**
   * Starts a runner, the only one of its restore: in this process by the map, in the database by a lease that is taken only where the restore still
   * stands as it was seen. `prepare` is done under the lease. False when another was quicker.
   */
  async launch(
    runner: RestoreRunner,
    prepare: () => Promise<void> = async () => undefined,
  ): Promise<boolean> {
    const { job, lease } = runner;
    const { id } = job;
    const { db, owner } = this.parts;
    if (this.running.has(id)) return false;
    let ended: () => void = () => undefined;
    const done = new Promise<void>((resolve) => (ended = resolve));
    this.running.set(id, { runner, done });
    const leave = (): void => {
      this.running.delete(id);
      ended();
    };
    try {
      if (!(await takeLease(db, id, { lease, owner: owner.id }, job.memory.place))) {
        leave();
        return false;
      }
      await prepare();
    } catch (error) {
      this.left.add(id);
      leave();
      throw error;
    }
    void inBackground(
      `restore ${id}`,
      async () => {
        await runner.run();
        // With its receipt the lease is gone already.
        if (job.open) await dropLease(db, id, lease);
      },
      (error) => {
        this.left.add(id);
        // How it stands could not be written down; whoever looks at it is told all the same.
        const { text, remedy } = faultTrouble(error, "restoring", FAULT_THEN);
        const view = jobView(job, runner.connection.id);
        const place = { stage: view.place.stage, waitsFor: "person" as const, why: `${text} ${remedy}` };
        this.parts.events.publish(job.plantId, { type: "job", view: { ...view, place } });
      },
    ).finally(leave);
    return true;
  }

  /** Writes down how a restore stands whose runner could not: the database may take it now. Throws while it does not. */
  async settleLeft(id: number): Promise<void> {
    if (!this.left.has(id) || this.running.has(id)) return;
    await haltLeft(
      this.parts.db,
      id,
      "The program met a fault and could not write down how things stood. Nothing more was written since. Go on: what is not certain is read back first.",
      new Date(this.parts.wall()),
    );
    this.left.delete(id);
  }
}
