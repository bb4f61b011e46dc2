import { layOutFile, type Definition } from "@/core/definition";
import { bad, good, type Result } from "@/core/drive";
import { addSymptom, diagnose, KnockTimeout, noSymptoms, speaksOn, LINK_WORDS } from "@/core/link";
import type { Clock } from "@/core/protocol/channel";
import {
  awaitPowerOff,
  makePermanent,
  passGate,
  resetDrive,
  restartDrive,
  switchOver,
  workProgram,
  writeSteps,
  type Run,
} from "@/core/restore/run";
import type { Database } from "@/server/database";
import { Peer, type Handlers, type Port, type Under } from "@/server/rpc";
import { IMPORTANCE } from "../queue";
import { LinkPool } from "./link-pool";
import { LiveDrive } from "./live-drive";
import type { LinkAsks, MainAsks, RunArg, RunEnd, RunEvent } from "./messages";
import { OwnReading } from "./own-reading";
import { readCard, readProgram } from "./read-block";
import { readWhole } from "./read-run";
import { Search } from "./search";
import { saveCommandSent, saveStep } from "./store";
import { valuesNow } from "./values-now";
import { writable } from "./writable";

interface HeldDrive {
  live: LiveDrive;
  own: OwnReading;
  release: () => void;
}

export interface HostParts {
  db: Database;
  clock: Clock;
  /** The time of day, ms since 1970. */
  wall: () => number;
}

/**
 * Holds the links: channels, masters, queues, sessions, and the runs on them. It speaks to the main thread through a port and to the database by itself,
 * so that a busy main thread holds up neither a reading nor a restore. It lives in a thread of its own; in tests it may share one.
 */
export class LinkHost {
  private readonly pool: LinkPool;
  private readonly drives = new Map<string, HeldDrive>();
  private definitions: Definition[] = [];
  private readonly peer: Peer<LinkAsks, MainAsks>;

  constructor(
    port: Port,
    private readonly parts: HostParts,
  ) {
    this.pool = new LinkPool(parts.clock);
    this.peer = new Peer<LinkAsks, MainAsks>(port, this.handlers());
  }

  /** Lets go of everything at once: nothing more is sent to any drive. */
  close(reason = "The links were closed."): void {
    this.peer.end(reason);
    for (const { live, release } of this.drives.values()) {
      live.end();
      release();
    }
    this.drives.clear();
    this.pool.closeAll();
  }

  private handlers(): Handlers<LinkAsks> {
    return {
      definitions: (files) => {
        this.definitions = files.map(layOutFile);
      },
      connect: (arg) => this.connect(arg),
      release: ({ drive }) => {
        const held = this.drives.get(drive);
        this.drives.delete(drive);
        held?.live.end();
        held?.own.end();
        held?.release();
      },
      look: async ({ drive, importance }) => (await this.find(drive)?.look(importance)) ?? gone(),
      now: async ({ drive, codes }, { signal }) =>
        this.withDrive(drive, (live) => valuesNow(live, this.parts.clock, codes, signal)),
      read: async ({ drive, reading, importance, scope }, { emit, signal }) => {
        const live = this.find(drive);
        if (!live) return gone();
        return readWhole(live, reading, { ...this.parts, importance, scope, onProgress: emit, signal });
      },
      readOwn: ({ drive, ...wish }, under) => this.drives.get(drive)?.own.follow(wish, under) ?? gone(),
      gate: (arg, under) => this.run(arg, under, (run) => passGate(run, false)),
      write: (arg, under) => this.run(arg, under, writeSteps),
      makePermanent: (arg, under) => this.run(arg, under, makePermanent),
      restart: (arg, under) => this.run(arg, under, restartDrive),
      powerOff: (arg, under) => this.run(arg, under, awaitPowerOff),
      switchOver: (arg, under) => this.run(arg, under, (run) => switchOver(run, arg.over, arg.send)),
      program: (arg, under) => this.run(arg, under, (run) => workProgram(run, arg.work)),
      readCard: async ({ drive }) => this.withDrive(drive, readCard),
      readProgram: async ({ drive }) => this.withDrive(drive, readProgram),
      reset: (arg, under) => this.run(arg, under, resetDrive),
      search: async ({ about, passes }, { emit, signal }) => {
        const search = new Search(about, passes, {
          ...this.parts,
          definitions: this.definitions,
          take: (link) => this.pool.take(link, "a search for drives"),
          drop: (link) => this.pool.drop(link),
          keep: (link, unit, identity) =>
            this.peer.ask("keepFound", { search: about.id, link, unit, identity }),
          publish: emit,
        });
        signal.addEventListener("abort", () => search.stop());
        await search.run();
      },
      knock: (arg) => this.knock(arg),
      peek: async ({ link, unit, items, modbus }) => {
        const taken = this.pool.take(link, "a look at single registers");
        if (!taken.ok) return taken;
        try {
          return good(await taken.value.items(unit, IMPORTANCE.reading, modbus).readItems(items));
        } finally {
          this.pool.drop(link);
        }
      },
    };
  }

  private find(drive: string): LiveDrive | undefined {
    return this.drives.get(drive)?.live;
  }

  private async connect({
    drive,
    link,
    unit,
    as,
    timing,
    thenReadBy,
  }: LinkAsks["connect"]["arg"]): Promise<LinkAsks["connect"]["value"]> {
    const taken = this.pool.take(link, `the drive at address ${unit}`);
    if (!taken.ok) return taken;
    const candidates = this.definitions.filter((each) => speaksOn(each, link));
    const live = new LiveDrive(link, unit, {
      ...this.parts,
      link: taken.value,
      candidates,
      timing,
      speakAs: (settings) => this.pool.speakAs(settings),
      changed: (live) => void this.peer.ask("changed", { drive, live }).catch(() => undefined),
    });
    const held: HeldDrive = {
      live,
      own: new OwnReading(live, {
        ...this.parts,
        inUse: () =>
          [...this.drives.values()].flatMap(({ own }) =>
            own !== held.own && own.readingId !== undefined ? [own.readingId] : [],
          ),
      }),
      release: () => this.pool.drop(link),
    };
    const known = (): void => {
      // What reading disturbs is not read before a person has agreed to that.
      if (thenReadBy !== undefined && live.definition?.file.readingDisturbs === undefined)
        held.own.begin({ byName: thenReadBy, importance: IMPORTANCE.reading });
    };
    const started: LinkAsks["connect"]["value"] =
      candidates.length === 0
        ? bad({
            kind: "unknown-drive",
            text: `No known family speaks ${LINK_WORDS[link.kind]}.`,
            remedy: "Choose another kind of link, or import a definition.",
          })
        : await live.start(
            candidates.find((each) => each.id === as),
            known,
          );
    if (started.ok) this.drives.set(drive, held);
    else {
      live.end();
      held.own.end();
      held.release();
    }
    return started;
  }

  private async knock({
    link,
    unit,
    importance = IMPORTANCE.reading,
    quick = false,
  }: LinkAsks["knock"]["arg"]): Promise<LinkAsks["knock"]["value"]> {
    const taken = this.pool.take(link, "a test");
    if (!taken.ok) return taken;
    try {
      const { clock } = this.parts;
      const symptoms = noSymptoms(link.kind);
      const startedAt = clock.now();
      const timeout = new KnockTimeout(link, this.definitions).next(!quick);
      addSymptom(symptoms, unit, await taken.value.knock(unit, timeout, importance));
      const ms = Math.round(clock.now() - startedAt);
      return good({ answered: symptoms.answered > 0, ms, advice: diagnose(symptoms) });
    } finally {
      this.pool.drop(link);
    }
  }

  private async withDrive<T>(id: string, work: (live: LiveDrive) => Promise<Result<T>>): Promise<Result<T>> {
    const live = this.find(id);
    return live ? work(live) : gone();
  }

  private async run<T>(
    { drive, job, expected, steps, pollMs, inMotion, endsAtLoss }: RunArg,
    { emit, signal }: Under<RunEvent>,
    work: (run: Run) => Promise<Result<T>>,
  ): Promise<RunEnd<T>> {
    const live = this.find(drive);
    if (!live) return { result: gone(), steps };
    const { db, clock } = this.parts;
    let told = 0;
    const run: Run = {
      drive: writable(live),
      expected,
      steps,
      inMotion,
      endsAtLoss,
      clock,
      pollMs,
      signal,
      async settle(ordinal, step) {
        await saveStep(db, job, ordinal, step);
        steps[ordinal] = step;
        emit({ type: "step", ordinal, step });
      },
      async commandSent(which) {
        await saveCommandSent(db, job, which);
        emit({ type: "command", which });
      },
      async wait(what, why) {
        emit({ type: "wait", what, why });
      },
      tell(share) {
        // Pages are told of every fiftieth part, not of every frame.
        if (share < 1 && share - told < 0.02) return;
        told = share;
        emit({ type: "share", share });
      },
    };
    return { result: await work(run), steps };
  }
}

function gone<T>(): Result<T> {
  return bad({
    kind: "not-connected",
    text: "This drive is not connected any more.",
    remedy: "Connect it again on the bench, then go on.",
  });
}
