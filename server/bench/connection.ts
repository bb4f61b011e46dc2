import type { ConnectionView, ReadingView } from "@/core/contract";
import { definitionFor, type Definition } from "@/core/definition";
import { driveKeyOf, fittingOf, type DriveIdentity, type DriveState, type Trouble } from "@/core/drive";
import type { LinkSettings } from "@/core/link";
import { isPartial } from "@/core/set";
import type { RawValue } from "@/core/value";
import type { Kept } from "@/server/ledger";
import type { LiveView } from "@/server/link";

export interface ConnectionAddress {
  id: string;
  plantId: number;
  linkId: number;
  linkName: string;
  /** As it is spoken on now; a serial line follows a drive whose own settings were changed. */
  link: LinkSettings;
  /** The address at which it was noted last as answering. */
  notedAt: number;
  /** Who connected it. */
  by: { id: string; name: string };
}

/** Where a drive stands, and whom it stands in for. */
export interface Standing {
  position: { id: number; tag: string; title: string };
  swappedFor?: ConnectionView["swappedFor"];
  modulesChanged?: ConnectionView["modulesChanged"];
  /** Who writes its values by itself. */
  reloads?: string;
  answersAt?: ConnectionView["answersAt"];
  notedOtherwise?: string;
  /** The receipt of a restore onto this drive that ended before everything was as recorded. */
  unfinished?: number;
  /** A person has said so, although it did not seem to belong there. */
  agreed?: boolean;
}

/** How a drive compares with its position's standing record; neither when nothing can be said yet. */
export interface Comparison {
  drift?: ConnectionView["drift"];
  notCompared?: ConnectionView["notCompared"];
  unfit?: ConnectionView["unfit"];
}

/**
 * A drive one is connected to, as the main thread knows it: who it is and what it is doing (told by the thread that holds its link), what was
 * read from it, where it stands. It alone changes what it knows, and tells of every change.
 */
export class Connection {
  private live: LiveView;
  private laidOut: Definition;
  private standing: Standing | undefined;
  private suggested: ConnectionView["suggested"];
  private comparison: Comparison = {};
  private shown: ReadingView | undefined;
  private held: { values: ReadonlyMap<string, RawValue>; at: Date | undefined } = {
    values: new Map(),
    at: undefined,
  };
  private old: ConnectionView["outdated"];
  private keptIn: Kept | undefined;
  /** Whether all its values were permanent when it was heard last before it was lost. */
  private permanentThen = false;

  constructor(
    readonly address: ConnectionAddress,
    live: LiveView,
    private readonly definitionOf: (id: string) => Definition,
    private readonly changed: (connection: Connection) => void,
  ) {
    this.live = live;
    this.laidOut = this.layOut();
  }

  get id(): string {
    return this.address.id;
  }

  /** Its address on the link; a drive may move to another one. */
  get unit(): number {
    return this.live.unit;
  }

  get phase(): LiveView["phase"] {
    return this.live.phase;
  }

  get fit(): LiveView["fit"] {
    return this.live.fit;
  }

  get identity(): DriveIdentity {
    return this.live.identity!;
  }

  get definition(): Definition {
    return this.laidOut;
  }

  get state(): DriveState | undefined {
    return this.live.state;
  }

  /** Stands for the time since the drive was lost last: while it is the same, what was read of it in it holds as far as is known. */
  get knownSince(): string {
    return `${this.id}:${this.live.era}`;
  }

  get driveKey(): string {
    return driveKeyOf(this.identity);
  }

  get position(): Standing["position"] | undefined {
    return this.standing?.position;
  }

  /** Whether a person has agreed to where it stands, although it did not seem to belong there. */
  get placeAgreed(): boolean {
    return this.standing?.agreed ?? false;
  }

  get answersAt(): Standing["answersAt"] {
    return this.standing?.answersAt;
  }

  get reading(): ReadingView | undefined {
    return this.shown;
  }

  /** The last whole or partial reading: values by code. */
  get values(): ReadonlyMap<string, RawValue> {
    return this.held.values;
  }

  /** Why what is held is how it was before; nothing while it is as it was read, as far as is known. */
  get outdated(): ConnectionView["outdated"] {
    return this.old;
  }

  /** When the last reading ended. */
  get readAt(): Date | undefined {
    return this.held.at;
  }

  /** Takes in what the links' thread tells. */
  takeLive(live: LiveView): void {
    const before = this.live;
    this.live = live;
    if (before.phase === "connected" && live.phase !== "connected")
      this.permanentThen = before.state?.volatile === false || this.laidOut.file.writesLand === "permanent";
    // It may have been without power: what was not permanent is gone then.
    const back = before.phase !== "connected" && live.phase === "connected";
    if (back && this.held.at && !this.permanentThen) this.old ??= { since: live.since, by: "away" };
    if (live.definitionId !== before.definitionId) {
      // It was switched over: what was read of it was read with a list that holds no more.
      this.laidOut = this.layOut();
      this.held = { values: new Map(), at: undefined };
      this.old = undefined;
      this.keptIn = undefined;
      this.shown = undefined;
      this.comparison = {};
    }
    this.changed(this);
  }

  /** Where it stands. */
  standAt(standing: Standing | undefined): void {
    this.standing = standing;
    this.changed(this);
  }

  /** Where it may stand, while nobody knows. */
  suggest(positions: NonNullable<ConnectionView["suggested"]>): void {
    this.suggested = positions;
    this.changed(this);
  }

  compare(comparison: Comparison): void {
    this.comparison = comparison;
    this.changed(this);
  }

  /** A reading goes on. */
  takeReading(view: ReadingView): void {
    this.shown = view;
    this.changed(this);
  }

  /** Something that changes it goes out to it: what was read of it does not count any more. */
  sending(at: Date): void {
    if (this.old?.by === "sent") return;
    this.old = { since: at.getTime(), by: "sent" };
    this.changed(this);
  }

  /** A reading is through, or was broken off with a trouble; what it gave is held from now on. */
  endReading(values: ReadonlyMap<string, RawValue>, at: Date, trouble?: Trouble): void {
    if (values !== this.held.values) this.old = this.keptIn = undefined;
    this.held = { values, at };
    if (this.shown)
      this.shown = trouble
        ? { ...this.shown, phase: "stopped", msLeft: undefined, trouble }
        : { ...this.shown, phase: "done", share: 1, msLeft: 0 };
    this.changed(this);
  }

  /** What was read last is kept. */
  keepIn(kept: Kept): void {
    this.keptIn = kept;
    this.changed(this);
  }

  /** Where what was read last is kept, for whoever looks at it where it stands now. */
  private get kept(): ConnectionView["kept"] {
    if (!this.keptIn) return undefined;
    const { record, unchanged } = this.keptIn;
    if (record.positionId !== this.position?.id) return undefined;
    return { number: record.number, unchanged, partial: isPartial(record) };
  }

  private layOut(): Definition {
    return definitionFor(this.definitionOf(this.live.definitionId!), fittingOf(this.identity));
  }

  view(): ConnectionView {
    const { id, linkName, link } = this.address;
    const { phase, since, unit, identity, fit, state, stateAt, trouble, echoes } = this.live;
    const { file, title } = this.laidOut;
    const { position, swappedFor, modulesChanged, reloads, answersAt, notedOtherwise, unfinished } =
      this.standing ?? {};
    return {
      id,
      linkName,
      link,
      unit,
      phase,
      since,
      identity,
      fit,
      definitionTitle: title,
      withoutMains: file.withoutMains?.about,
      readingDisturbs: file.readingDisturbs,
      reducedSupply: file.reducedSupply?.about,
      state,
      stateAt,
      trouble,
      echoes: echoes || undefined,
      swappedFor,
      modulesChanged,
      reloads,
      answersAt,
      notedOtherwise,
      unfinished,
      suggested: position ? undefined : this.suggested,
      byName: this.address.by.name,
      reading: this.shown,
      outdated: this.old,
      kept: this.kept,
      ...this.comparison,
      position: position && { tag: position.tag, title: position.title },
    };
  }
}
