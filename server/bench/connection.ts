import { definitionFor, type Definition } from "@/core/definition";
import {
  bad,
  fittingOf,
  good,
  identifyDrive,
  sameDrive,
  type DriveIdentity,
  type DriveSession,
  type DriveState,
  type Identified,
  type Result,
  type Trouble,
} from "@/core/drive";
import { linkText, sleptMs, type LinkSettings } from "@/core/link";
import type { ConnectionView, ReadingView } from "@/core/live";
import type { Clock } from "@/core/protocol/channel";
import type { RawValue } from "@/core/value";
import { IMPORTANCE, type DriveLink, type Importance } from "@/server/link";

/** How often the bench looks, in ms; tests make it quicker. */
export interface BenchTiming {
  watchMs: number;
  retryMs: number;
  longestRetryMs: number;
  /** The time of day in ms; the computer's own when absent. */
  wall?: () => number;
}

export const USUAL_TIMING: BenchTiming = { watchMs: 1000, retryMs: 300, longestRetryMs: 2000 };

export interface ConnectionAddress {
  id: string;
  linkId: number;
  linkName: string;
  link: LinkSettings;
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
  /** A person chose the family and the drive does not tell who it is. */
  private takenFor = false;

  /** `candidates`: the families that may answer on such a link, each at most once for a firmware range. */
  constructor(
    readonly address: ConnectionAddress,
    private readonly link: DriveLink,
    private readonly candidates: readonly Definition[],
    private readonly clock: Clock,
    private readonly timing: BenchTiming,
    private readonly changed: (connection: Connection) => void,
  ) {
    const onLost = (reason: string): void =>
      this.noteTrouble({
        kind: "lost",
        text: `The link is lost: ${reason}`,
        remedy: "It is tried again by itself.",
      });
    const onStarted = (unit: number): void => {
      if (unit === this.address.unit)
        this.noteTrouble({
          kind: "lost",
          text: "The drive has just started anew.",
          remedy: "It is looked at again; what was not permanent is gone.",
        });
    };
    link.onLost.add(onLost);
    link.onStarted.add(onStarted);
    this.forgetLost = () => {
      link.onLost.delete(onLost);
      link.onStarted.delete(onStarted);
    };
  }

  get ended(): AbortSignal {
    return this.ending.signal;
  }

  /**
   * First contact: identity and state. On success the drive is watched from then on. `as` takes a drive that no definition fits for one of a
   * family that a person chose: read in the open, neither recorded nor restored.
   */
  async start(as?: Definition): Promise<Result<void>> {
    const found = as
      ? await takeFor(this.sessionFor(as, IMPORTANCE.reading))
      : await identifyDrive((definition) => this.sessionFor(definition, IMPORTANCE.reading), this.candidates);
    if (!found.ok) return this.fail(found.trouble);
    this.takenFor = as !== undefined && found.value.identity.serial === "";
    this.identity = this.placed(found.value.identity);
    this.definition = definitionFor(found.value.definition, fittingOf(found.value.identity));
    this.fit = found.value.fit;
    const state = await this.session(IMPORTANCE.reading).readState();
    if (!state.ok) return this.fail(state.trouble);
    this.takeState(state.value);
    this.enter("connected");
    void this.watch();
    return good(undefined);
  }

  /** Asks who is there now. A drive that tells no serial number is known by where it answers. */
  async identify(): Promise<Result<DriveIdentity>> {
    const found = await this.session(IMPORTANCE.restore).identify();
    return found.ok ? good(this.placed(found.value)) : found;
  }

  private placed(identity: DriveIdentity): DriveIdentity {
    return identity.serial === "" && !this.takenFor
      ? {
          ...identity,
          serial: `at ${linkText(this.address.link)}, address ${this.address.unit}`,
          placed: true,
        }
      : identity;
  }

  /** What one can do with the drive, at one importance on the link. Only after `start` succeeded. */
  session(importance: Importance): DriveSession {
    if (!this.definition) throw new Error("Nothing is known of this drive yet.");
    return this.sessionFor(this.definition, importance);
  }

  /** A session that sends nothing any more once the drive was lost since `era`: for everything that changes the drive. */
  writingSession(era: number): DriveSession {
    const stillRight = (): boolean => this.era === era && this.phase === "connected";
    return this.sessionFor(this.definition!, IMPORTANCE.restore, stillRight);
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
      if (this.ended.aborted)
        return bad({
          kind: "stopped",
          text: "The connection to this drive was let go.",
          remedy: "Connect again, then go on.",
        });
      if (signal?.aborted)
        return bad({ kind: "stopped", text: "Stopped.", remedy: "Go on when you are ready." });
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
    const { id, linkName, link, unit } = this.address;
    return {
      id,
      linkName,
      link,
      unit,
      phase: this.phase,
      since: this.since,
      identity: this.identity,
      fit: this.fit,
      definitionTitle: this.definition?.title,
      withoutMains: this.definition?.file.withoutMains?.about,
      reducedSupply: this.definition?.file.reducedSupply?.about,
      state: this.state,
      stateAt: this.stateAt,
      trouble: this.trouble,
      swappedFor: this.swappedFor,
      reading: this.reading,
      drift: this.drift,
      position: this.position && { tag: this.position.tag, title: this.position.title },
    };
  }

  private sessionFor(
    definition: Definition,
    importance: Importance,
    stillRight?: () => boolean,
  ): DriveSession {
    return this.link.session(definition, () => this.address.unit, importance, stillRight);
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

  private moment(): { wall: number; steady: number } {
    return { wall: (this.timing.wall ?? Date.now)(), steady: this.clock.now() };
  }

  private async watch(): Promise<void> {
    let retryMs = this.timing.retryMs;
    while (!this.ended.aborted) {
      this.wake = new AbortController();
      if (this.phase === "connected") {
        retryMs = this.timing.retryMs;
        const before = this.moment();
        await this.clock.sleep(this.timing.watchMs, this.wake.signal);
        const slept = sleptMs(before, this.moment(), this.timing.watchMs);
        if (slept > 0)
          this.noteTrouble({
            kind: "lost",
            text: `This computer slept for ${Math.round(slept / 1000)} s.`,
            remedy: "The drive is looked at again before anything goes on.",
          });
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
    const session = this.session(IMPORTANCE.restore);
    if (this.takenFor) {
      const answer = await session.readState();
      if (!answer.ok) return;
      this.takeState(answer.value);
      return this.enter("connected");
    }
    let identity = await this.identify();
    if (!identity.ok && this.alsoAt !== undefined) {
      // Whoever does not answer here may answer there; if nobody does, both are tried again.
      [this.address.unit, this.alsoAt] = [this.alsoAt, this.address.unit];
      identity = await this.identify();
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

/** A drive taken for one of a family it does not fit: what it says of itself as far as that goes, always "nearest". */
async function takeFor(session: DriveSession): Promise<Result<Identified>> {
  const { definition } = session;
  const said = await session.identify();
  if (!said.ok && said.trouble.kind !== "other-drive" && said.trouble.kind !== "refused") return said;
  const identity: DriveIdentity = said.ok
    ? said.value
    : {
        vendor: "Unknown",
        family: "drive",
        definitionId: definition.id,
        rating: undefined,
        ratingName: `drive, read as ${definition.title}`,
        supply: "unknown",
        firmware: definition.fitting.firmware,
        serial: "",
      };
  return good({ identity, definition, fit: "nearest" });
}
