import type { ReadingView } from "@/core/contract";
import type { Scope } from "@/core/definition";
import type { Result } from "@/core/drive";
import type { Clock } from "@/core/protocol/channel";
import type { Database } from "@/server/database";
import type { Under } from "@/server/rpc";
import type { Importance } from "../queue";
import type { LiveDrive } from "./live-drive";
import type { WholeReading } from "./messages";
import { readWhole } from "./read-run";
import { dropReading, leftReading, openReading } from "./readings";

export interface OwnReadingParts {
  db: Database;
  clock: Clock;
  /** The time of day, ms since 1970. */
  wall: () => number;
  /** Readings of other connections: the drive may be reached on two ways at once. */
  inUse: () => string[];
}

export interface ReadingWish {
  byName: string;
  importance: Importance;
  scope?: Scope;
  /** A reading that goes on where it was. */
  goOn?: string;
}

interface Begun {
  stop: AbortController;
  result: Promise<Result<WholeReading>>;
  told?: ReadingView;
  listener?: (view: ReadingView) => void;
}

/**
 * What is read from a connected drive for its own sake, to be looked at and perhaps recorded. It can begin as soon as it is known who the drive
 * is; whoever follows it later hears how far it is.
 */
export class OwnReading {
  private id: string | undefined;
  private begun: Begun | undefined;
  private ended = false;

  constructor(
    private readonly drive: LiveDrive,
    private readonly parts: OwnReadingParts,
  ) {}

  /** Of the reading that is held for this drive, if there is one. */
  get readingId(): string | undefined {
    return this.id;
  }

  /** Begins to read, before anybody follows. */
  begin(wish: ReadingWish): void {
    const begun: Begun = { stop: new AbortController(), result: undefined! };
    begun.result = this.read(wish, begun);
    // A fault is thrown to whoever follows.
    begun.result.catch(() => undefined);
    this.begun = begun;
  }

  /** Follows the reading that was begun, or begins one, to its end. */
  async follow(wish: ReadingWish, { emit, signal }: Under<ReadingView>): Promise<Result<WholeReading>> {
    if (!this.begun) this.begin(wish);
    const begun = this.begun!;
    if (begun.told) emit(begun.told);
    begun.listener = emit;
    const stop = (): void => begun.stop.abort();
    if (signal.aborted) stop();
    else signal.addEventListener("abort", stop);
    try {
      return await begun.result;
    } finally {
      signal.removeEventListener("abort", stop);
      if (this.begun === begun) this.begun = undefined;
    }
  }

  /** The drive is let go: what was read of it and not kept is forgotten. */
  end(): void {
    this.ended = true;
    this.begun?.stop.abort();
    const over = this.begun?.result ?? Promise.resolve();
    const forget = async (): Promise<void> => {
      if (this.id !== undefined) await dropReading(this.parts.db, this.id);
    };
    // Nobody waits for it; what is left, because the program ends or the disk is full, is gone a day later.
    void over.then(forget, forget).catch(() => undefined);
  }

  private async read(wish: ReadingWish, begun: Begun): Promise<Result<WholeReading>> {
    const { db, clock, wall, inUse } = this.parts;
    const identity = this.drive.now.identity!;
    const groups = this.drive.definition!.groups.length;
    const now = new Date(wall());
    const goOn =
      wish.goOn ??
      (this.id === undefined ? await leftReading(db, identity, groups, now, inUse()) : undefined);
    this.id = await openReading(db, identity, wish.byName, now, { inUse: inUse(), goOn });
    return readWhole(this.drive, this.id, {
      db,
      clock,
      importance: wish.importance,
      scope: wish.scope,
      signal: begun.stop.signal,
      onProgress: (view) => {
        begun.told = view;
        if (!this.ended) begun.listener?.(view);
      },
    });
  }
}
