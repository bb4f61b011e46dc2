import type { Definition } from "@/core/definition";
import { bad, good, ModbusDriveSession, identifyDrive, sameDrive, type DriveIdentity, type DriveSession, type DriveState, type Result, type Trouble } from "@/core/drive";
import type { ConnectionView, ReadingView } from "@/core/live";
import type { Clock } from "@/core/protocol/channel";
import type { RawValue } from "@/core/value";
import { IMPORTANCE, type Importance, type Link } from "@/server/link";

/** How often the bench looks, in ms; tests make it quicker. */
export interface BenchTiming {
  watchMs: number;
  retryMs: number;
  longestRetryMs: number;
}

export const USUAL_TIMING: BenchTiming = { watchMs: 1000, retryMs: 300, longestRetryMs: 2000 };

export interface ConnectionAddress {
  id: string;
  linkId: number;
  linkName: string;
  host: string;
  port: number;
  unit: number;
}

/**
 * A drive one is connected to: who it is, what it is doing, and what was read from it.
 * It watches the drive, says at once when it is lost, tries again by itself, and lets work go on only when the same drive is back.
 */
export class Connection {
  phase: ConnectionView["phase"] = "connecting";
  since = Date.now();
  identity: DriveIdentity | undefined;
  definition: Definition | undefined;
  fit: "fits" | "nearest" = "fits";
  state: DriveState | undefined;
  stateAt = 0;
  trouble: Trouble | undefined;
  position: { id: number; tag: string; title: string } | undefined;
  swappedFor: ConnectionView["swappedFor"];
  drift: ConnectionView["drift"];
  reading: ReadingView | undefined;
  /** The last whole or partial reading: values by code, and when it ended. */
  values = new Map<string, RawValue>();
  readAt: Date | undefined;
  /** Counts losses: what was true of the drive before one need not be true after it. */
  era = 0;
  private readonly ending = new AbortController();
  private readonly waiters = new Set<() => void>();
  private readonly forgetLost: () => void;
  private wake = new AbortController();
  private alsoAt: number | undefined;

  constructor(
    readonly address: ConnectionAddress,
    private readonly link: Link,
    private readonly definitions: readonly Definition[],
    private readonly clock: Clock,
    private readonly timing: BenchTiming,
    private readonly changed: (connection: Connection) => void,
  ) {
    const onLost = (reason: string): void => this.noteTrouble({ kind: "lost", text: `The link is lost: ${reason}`, remedy: "It is tried again by itself." });
    link.onLost.add(onLost);
    this.forgetLost = () => link.onLost.delete(onLost);
  }

  get ended(): AbortSignal {
    return this.ending.signal;
  }

  /** First contact: identity and state. On success the drive is watched from then on. */
  async start(): Promise<Result<void>> {
    const found = await identifyDrive(this.link.asker(this.address.unit, IMPORTANCE.reading), this.clock, this.definitions);
    if (!found.ok) return this.fail(found.trouble);
    this.identity = found.value.identity;
    this.definition = found.value.definition;
    this.fit = found.value.fit;
    const state = await this.session(IMPORTANCE.reading).readState();
    if (!state.ok) return this.fail(state.trouble);
    this.takeState(state.value);
    this.enter("connected");
    void this.watch();
    return good(undefined);
  }

  /** What one can do with the drive, at one importance on the link. Only after `start` succeeded. */
  session(importance: Importance): DriveSession {
    if (!this.definition) throw new Error("Nothing is known of this drive yet.");
    return new ModbusDriveSession(this.definition, this.link.asker(this.address.unit, importance), this.clock);
  }

  /** A session that sends nothing any more once the drive was lost since `era`: for everything that changes the drive. */
  writingSession(era: number): DriveSession {
    const stillRight = (): boolean => this.era === era && this.phase === "connected";
    return new ModbusDriveSession(this.definition!, this.link.asker(this.address.unit, IMPORTANCE.restore, stillRight), this.clock);
  }

  /** Reads the state now and shows it. A trouble with the link is noted. */
  async look(importance: Importance): Promise<Result<DriveState>> {
    const state = await this.session(importance).readState();
    if (state.ok) this.takeState(state.value);
    else this.noteTrouble(state.trouble);
    return state;
  }

  /** Tells the connection of a trouble that some work met: silence and a lost link make it look for the drive at once. */
  noteTrouble(trouble: Trouble): void {
    if (this.phase !== "connected" || trouble.kind === "refused" || trouble.kind === "stopped") return;
    this.trouble = trouble;
    this.era += 1;
    this.enter("lost");
    this.wake.abort();
  }

  /** Resolves when the same drive is connected; with the trouble when another one answers, when one lets go, or when the signal is given. */
  async whenBack(signal?: AbortSignal): Promise<Result<void>> {
    for (;;) {
      if (this.ended.aborted) return bad({ kind: "stopped", text: "The connection to this drive was let go.", remedy: "Connect again, then go on." });
      if (signal?.aborted) return bad({ kind: "stopped", text: "Stopped.", remedy: "Go on when you are ready." });
      if (this.phase === "connected") return good(undefined);
      if (this.phase === "other-drive") return bad(this.trouble!);
      await new Promise<void>((resolve) => {
        const done = (): void => {
          this.waiters.delete(done);
          signal?.removeEventListener("abort", done);
          resolve();
        };
        this.waiters.add(done);
        signal?.addEventListener("abort", done);
      });
    }
  }

  /** After a restart the drive may answer at the address that was written to it: it is looked for there too. */
  expectAlsoAt(unit: number): void {
    if (unit !== this.address.unit) this.alsoAt = unit;
  }

  end(): void {
    this.forgetLost();
    this.ending.abort();
    this.wake.abort();
    this.notifyWaiters();
  }

  announce(): void {
    if (!this.ended.aborted) this.changed(this);
  }

  view(): ConnectionView {
    const { id, linkName, host, port, unit } = this.address;
    return {
      id, linkName, host, port, unit, phase: this.phase, since: this.since, identity: this.identity, fit: this.fit, definitionTitle: this.definition?.title,
      state: this.state, stateAt: this.stateAt, trouble: this.trouble, swappedFor: this.swappedFor, reading: this.reading, drift: this.drift,
      position: this.position && { tag: this.position.tag, title: this.position.title },
    };
  }

  private fail(trouble: Trouble): Result<void> {
    this.trouble = trouble;
    this.enter("failed");
    return bad(trouble);
  }

  private takeState(state: DriveState): void {
    const before = JSON.stringify(this.state);
    this.state = state;
    this.stateAt = Date.now();
    if (JSON.stringify(state) !== before) this.announce();
  }

  private enter(phase: ConnectionView["phase"]): void {
    if (this.phase === phase) return;
    this.phase = phase;
    this.since = Date.now();
    if (phase === "connected") this.trouble = undefined;
    this.announce();
    if (phase !== "lost") this.notifyWaiters();
  }

  private notifyWaiters(): void {
    for (const waiter of [...this.waiters]) waiter();
  }

  private async watch(): Promise<void> {
    let retryMs = this.timing.retryMs;
    while (!this.ended.aborted) {
      this.wake = new AbortController();
      if (this.phase === "connected") {
        retryMs = this.timing.retryMs;
        await this.clock.sleep(this.timing.watchMs, this.wake.signal);
        if (!this.ended.aborted && this.phase === "connected") await this.look(IMPORTANCE.measured);
      } else {
        await this.clock.sleep(retryMs, this.ended);
        if (!this.ended.aborted) await this.comeBack();
        retryMs = Math.min(retryMs * 2, this.timing.longestRetryMs);
      }
    }
  }

  /** After a loss: who answers now? Only the same drive is taken back. */
  private async comeBack(): Promise<void> {
    let session = this.session(IMPORTANCE.restore);
    let identity = await session.identify();
    if (!identity.ok && this.alsoAt !== undefined) {
      // Whoever does not answer here may answer there; if nobody does, both are tried again.
      [this.address.unit, this.alsoAt] = [this.alsoAt, this.address.unit];
      session = this.session(IMPORTANCE.restore);
      identity = await session.identify();
    }
    if (!identity.ok) {
      if (identity.trouble.kind === "other-drive") this.refuseOther(identity.trouble);
      return;
    }
    if (!sameDrive(identity.value, this.identity!)) {
      this.refuseOther({
        kind: "other-drive",
        text: `Another drive answers here now: ${identity.value.ratingName}, serial ${identity.value.serial}, instead of ${this.identity!.serial}.`,
        remedy: "Let go of this connection and connect again, so that you see who it is.",
      });
      return;
    }
    const state = await session.readState();
    if (!state.ok) return;
    this.alsoAt = undefined;
    this.takeState(state.value);
    this.enter("connected");
  }

  private refuseOther(trouble: Trouble): void {
    this.trouble = trouble;
    this.enter("other-drive");
  }
}
