import { mkdir, readdir, rm, stat } from "node:fs/promises";
import { join } from "node:path";
import { bad, good, type Result } from "@/core/drive";
import type { Database } from "@/server/database";
import { writeJournal } from "@/server/journal";
import { log } from "@/server/log";
import type { Person } from "@/server/people";
import { checkCopy } from "./read";
import { writeCopy } from "./write";

const NAME = /^ledger-\d{4}-\d{2}-\d{2}-\d{6}\.zip$/;
const DAY_MS = 24 * 3600 * 1000;
/** So many are kept of those that are made by themselves; older ones go. */
const KEPT = 14;
const LOOK_EVERY_MS = 10 * 60 * 1000;

/** A copy in the folder. */
export interface CopyView {
  name: string;
  at: number;
  size: number;
}

/** The copies of this ledger: one is made each day by itself, any time by a person; each is looked through after it was written. */
export class Copies {
  private busy = false;
  private timer: NodeJS.Timeout | undefined;

  constructor(
    private readonly db: Database,
    readonly folder: string,
    private readonly now: () => number,
    /** See `writeCopy`. */
    private readonly severalAtOnce = false,
  ) {}

  /** Begins to make one each day. */
  schedule(): void {
    const run = (): void => {
      void this.daily().catch((error: unknown) =>
        log.error({ error }, "the daily copy of the ledger could not be made"),
      );
    };
    this.timer = setInterval(run, LOOK_EVERY_MS);
    this.timer.unref();
    run();
  }

  /** Makes the one of today, where there is none yet. One that lies ahead was made before the clock was set back: it says nothing of today. */
  async daily(): Promise<void> {
    const newest = (await this.list()).find(({ at }) => at <= this.now());
    if (newest && this.now() - newest.at < DAY_MS) return;
    const made = await this.make();
    if (made.ok) await this.thin();
    else log.warn(`The daily copy of the ledger was not made: ${made.trouble.text} ${made.trouble.remedy}`);
  }

  stop(): void {
    clearInterval(this.timer);
  }

  /** The newest first. */
  async list(): Promise<CopyView[]> {
    const names = await readdir(this.folder).catch(() => []);
    const views = await Promise.all(
      names
        .filter((each) => NAME.test(each))
        .map(async (name) => {
          const { mtimeMs, size } = await stat(join(this.folder, name));
          return { name, at: mtimeMs, size };
        }),
    );
    return views.sort((a, b) => b.at - a.at);
  }

  /** Where a copy of a name lies; undefined for what is no copy's name. */
  pathOf(name: string): string | undefined {
    return NAME.test(name) ? join(this.folder, name) : undefined;
  }

  /** Makes one now and looks it through. One at a time. */
  async make(by?: Person): Promise<Result<CopyView>> {
    if (this.busy)
      return bad({ kind: "busy", text: "A copy is being made already.", remedy: "Wait until it is done." });
    this.busy = true;
    try {
      await mkdir(this.folder, { recursive: true, mode: 0o700 });
      const at = new Date(this.now());
      const name = `ledger-${at.toISOString().slice(0, 19).replace(/[:]/g, "").replace("T", "-")}.zip`;
      const path = join(this.folder, name);
      await writeCopy(this.db, path, at, this.severalAtOnce);
      const checked = await checkCopy(path);
      if (!checked.ok) {
        // One that cannot be read is none, and must not be taken for the newest.
        await rm(path, { force: true });
        return checked;
      }
      if (by)
        await writeJournal(this.db, {
          at,
          by: by.id,
          byName: by.name,
          kind: "plant",
          text: `Made the copy ${name} of the whole ledger.`,
        });
      const { size } = await stat(path);
      return good({ name, at: at.getTime(), size });
    } finally {
      this.busy = false;
    }
  }

  private async thin(): Promise<void> {
    const all = await this.list();
    const ahead = all.filter(({ at }) => at > this.now());
    const behind = all.filter(({ at }) => at <= this.now());
    // What lies ahead may be old: it goes first.
    for (const { name } of [...behind, ...ahead].slice(KEPT))
      await rm(join(this.folder, name), { force: true });
  }
}
