import { definitionFor, type Definition } from "@/core/definition";
import {
  bad,
  driveKeyOf,
  fittingOf,
  good,
  identifyAgain,
  identifyDrive,
  type DriveIdentity,
  type DriveSession,
  type DriveState,
  type Result,
  type Trouble,
} from "@/core/drive";
import { linkText, type LinkSettings } from "@/core/link";
import type { Clock } from "@/core/protocol/channel";
import type { Elsewhere } from "@/core/restore/run";
import type { DriveLink } from "../drive-link";
import { IMPORTANCE, type Importance } from "../queue";
import type { LiveView, LookTiming } from "./messages";
import { Presence } from "./presence";
import { takeFor } from "./take-for";
import { Watch } from "./watch";
import { Whereabouts, type Way } from "./whereabouts";
import { whoIsBack } from "./who-is-back";

export interface LiveParts {
  link: DriveLink;
  /** The families that may answer on such a link, each at most once for a firmware range. */
  candidates: readonly Definition[];
  clock: Clock;
  /** The time of day, ms since 1970. */
  wall: () => number;
  timing: LookTiming;
  changed: (view: LiveView) => void;
  /** Has the link speak in another way; false where it cannot. */
  speakAs: (settings: LinkSettings) => boolean;
}

/**
 * The live half of a connection, where its link is: who the drive is and what it is doing. It watches the drive, says at once when it is
 * lost, tries again by itself, and takes back only the same drive.
 */
export class LiveDrive {
  definition: Definition | undefined;
  private readonly presence: Presence;
  private readonly forgetLost: () => void;
  private readonly watch: Watch;
  private readonly whereabouts: Whereabouts;
  private alsoAs: string | undefined;
  /** A person chose the family and the drive does not tell who it is. */
  private takenFor = false;

  constructor(
    settings: LinkSettings,
    unit: number,
    private readonly parts: LiveParts,
  ) {
    this.presence = new Presence({ unit, link: settings }, parts.wall, parts.changed);
    this.watch = new Watch(parts, this.ended, {
      connected: () => this.connected,
      look: () => this.look(IMPORTANCE.measured),
      comeBack: () => this.comeBack(),
      slept: (ms) =>
        this.noteTrouble({
          kind: "lost",
          text: `This computer slept for ${Math.round(ms / 1000)} s.`,
          remedy: "The drive is looked at again before anything goes on.",
        }),
    });
    const { link } = parts;
    this.whereabouts = new Whereabouts({ unit, settings: link.settings });
    const onLost = (reason: string): void =>
      this.noteTrouble({
        kind: "lost",
        text: `The link is lost: ${reason}`,
        remedy: "It is tried again by itself.",
      });
    const onStarted = (started: number): void => {
      if (started === this.now.unit)
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

  /** How it stands. */
  get now(): LiveView {
    return this.presence.now;
  }

  get era(): number {
    return this.now.era;
  }

  get connected(): boolean {
    return this.now.phase === "connected";
  }

  get state(): DriveState | undefined {
    return this.now.state;
  }

  get trouble(): Trouble | undefined {
    return this.now.trouble;
  }

  get ended(): AbortSignal {
    return this.presence.ended;
  }

  /**
   * First contact: identity and state. On success the drive is watched from then on. `as` takes a drive that no definition fits for one of a
   * family that a person chose: read in the open, neither recorded nor restored. `known` is told as soon as it is clear who answers.
   */
  async start(as?: Definition, known?: () => void): Promise<Result<LiveView>> {
    const found = as
      ? await takeFor(this.sessionFor(as, IMPORTANCE.reading))
      : await identifyDrive(
          (definition) => this.sessionFor(definition, IMPORTANCE.reading),
          this.parts.candidates,
        );
    if (!found.ok) return this.fail(found.trouble);
    const { identity, definition, fit } = found.value;
    this.takenFor = as !== undefined && identity.serial === "";
    this.definition = definitionFor(definition, fittingOf(identity));
    this.presence.know({ identity: this.placed(identity), definitionId: definition.id, fit });
    // Asked first, then read: how it stands is known before the first values are.
    const looking = this.look(IMPORTANCE.reading);
    known?.();
    const state = await looking;
    if (!state.ok) return this.fail(state.trouble);
    this.presence.enter("connected");
    void this.watch.run();
    return good(this.now);
  }

  /** Asks who is there now. A drive that tells no serial number is known by where it answers. */
  async identify(): Promise<Result<DriveIdentity>> {
    const { identity } = this.now;
    const really = this.parts.candidates.find((each) => each.id === identity?.really?.definitionId);
    const found = await identifyAgain(
      identity,
      this.session(IMPORTANCE.restore),
      really && this.sessionFor(really, IMPORTANCE.restore),
    );
    return found.ok ? good(this.placed(found.value)) : found;
  }

  /** What one can do with the drive, at one importance on the link. Only after `start` succeeded. */
  session(importance: Importance): DriveSession {
    if (!this.definition) throw new Error("Nothing is known of this drive yet.");
    return this.sessionFor(this.definition, importance);
  }

  /** A session that sends nothing any more once the drive was lost since `era`: for everything that changes the drive. */
  writingSession(era: number): DriveSession {
    const stillRight = (): boolean => this.era === era && this.connected;
    return this.sessionFor(this.definition!, IMPORTANCE.restore, stillRight);
  }

  /** Reads the state now and shows it. A trouble with the link is noted. */
  async look(importance: Importance): Promise<Result<DriveState>> {
    const askedAt = this.parts.clock.now();
    const state = await this.session(importance).readState();
    this.watch.lookMs = this.parts.clock.now() - askedAt;
    if (state.ok) this.takeState(state.value);
    else this.noteTrouble(state.trouble);
    return state;
  }

  /** Tells of a trouble that some work met: silence and a lost link make it look for the drive at once. */
  noteTrouble(trouble: Trouble): void {
    if (!this.connected || trouble.kind === "refused" || trouble.kind === "stopped") return;
    this.presence.lose(trouble);
    this.watch.hurry();
  }

  /** Resolves when the same drive is connected; with the trouble when another one answers, when one lets go, or when the signal is given. */
  async whenBack(signal?: AbortSignal): Promise<Result<void>> {
    for (;;) {
      if (this.ended.aborted)
        return bad({
          kind: "not-connected",
          text: "The connection to this drive was let go.",
          remedy: "Connect again, then go on.",
        });
      if (signal?.aborted)
        return bad({ kind: "stopped", text: "Stopped.", remedy: "Go on when you are ready." });
      if (this.connected) return good(undefined);
      if (this.now.phase === "other-drive") return bad(this.trouble!);
      await this.presence.next(signal);
    }
  }

  /** After a restart the drive may answer where and as it was told to: it is looked for there too. */
  expectAlsoAt(there: Elsewhere): void {
    this.whereabouts.add(there);
  }

  /** After it was switched over it answers with another parameter list: the same drive is taken back with that one too. */
  expectAlsoAs(definitionId: string): void {
    this.alsoAs = definitionId;
  }

  end(): void {
    this.forgetLost();
    this.presence.end();
    this.watch.hurry();
  }

  private placed(identity: DriveIdentity): DriveIdentity {
    if (identity.serial !== "" || this.takenFor) return identity;
    return { ...identity, serial: `at ${linkText(this.now.link)}, address ${this.now.unit}`, placed: true };
  }

  private sessionFor(
    definition: Definition,
    importance: Importance,
    stillRight?: () => boolean,
  ): DriveSession {
    return this.parts.link.session(definition, () => this.now.unit, importance, stillRight);
  }

  private fail(trouble: Trouble): Result<never> {
    this.presence.enter("failed", trouble);
    return bad(trouble);
  }

  private takeState(state: DriveState): void {
    this.presence.takeState(state, this.parts.link.echoes());
  }

  /** After a loss: who answers now? Only the same drive is taken back. */
  private async comeBack(): Promise<void> {
    const session = this.session(IMPORTANCE.restore);
    if (this.takenFor) {
      const answer = await session.readState();
      if (!answer.ok) return;
      this.takeState(answer.value);
      return this.presence.enter("connected");
    }
    let inItsPlace: Trouble | undefined;
    const ways = this.whereabouts.all();
    for (const way of ways) {
      if (this.ended.aborted) return;
      if (!this.goTo(way)) continue;
      const identity = await this.whoAnswers();
      const back = await whoIsBack(identity, this.now.identity!, this.session(IMPORTANCE.restore));
      if (back.ok) return this.isBack(way, back.value);
      // Where it was only looked for as well, another drive may stand by right.
      if (back.trouble.kind === "other-drive" && way === ways[0]) inItsPlace = back.trouble;
    }
    this.goTo(ways[0]!);
    if (inItsPlace) this.presence.enter("other-drive", inItsPlace);
  }

  private isBack(way: Way, state: DriveState): void {
    this.whereabouts.settle(way);
    this.alsoAs = undefined;
    this.takeState(state);
    this.presence.enter("connected");
  }

  /** Speaks to an address in a way; false where the link cannot, because others are spoken to on it. */
  private goTo({ unit, settings }: Way): boolean {
    if (settings !== this.parts.link.settings && !this.parts.speakAs(settings)) return false;
    this.presence.know({ unit, link: settings });
    return true;
  }

  /** Who answers after a loss. Where a switch-over is expected the same drive is known with either parameter list, and read with the one that holds from then on. */
  private async whoAnswers(): Promise<Result<DriveIdentity>> {
    if (this.alsoAs === undefined) return this.identify();
    const found = await identifyDrive(
      (definition) => this.sessionFor(definition, IMPORTANCE.restore),
      this.parts.candidates,
    );
    if (!found.ok) return found;
    const { definition, fit } = found.value;
    const identity = this.placed(found.value.identity);
    const known = this.now.identity!;
    if (definition.id === this.alsoAs && driveKeyOf(identity) === driveKeyOf(known)) {
      this.definition = definitionFor(definition, fittingOf(identity));
      this.presence.know({ identity, definitionId: definition.id, fit, state: undefined });
    }
    return good(identity);
  }
}
