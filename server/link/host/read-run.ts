import type { ReadingView } from "@/core/contract";
import { EVERYTHING, isEverything, withinScope, type Group, type Scope } from "@/core/definition";
import { bad, good, type Result } from "@/core/drive";
import type { Clock } from "@/core/protocol/channel";
import { buildPiece } from "@/core/set";
import { veiled, type Parameter } from "@/core/value";
import type { Database } from "@/server/database";
import type { Importance } from "../queue";
import type { LiveDrive } from "./live-drive";
import type { WholeReading } from "./messages";
import { forgetGroups, groupKeeper, loadReading, type GroupRow, type Progress } from "./store";

/** Progress is told at most this often, in ms: pages draw no faster. */
const TELL_EVERY_MS = 100;

export interface ReadParts {
  db: Database;
  clock: Clock;
  importance: Importance;
  /** What is read; everything when absent. */
  scope?: Scope;
  onProgress: (view: ReadingView) => void;
  signal: AbortSignal;
}

/**
 * Reads every parameter of a drive, or of a part of it. Each group is on its way into the database as soon as it is whole, beside the reading, so that a lost link
 * or a pulled cable costs at most one group read again, a killed program what was read in the last tenth of a second besides: called once more with the same reading, it goes on where it was.
 * Was the drive without power in between, and something in its running memory alone, all of it is read again. Waits for the same drive after a loss; ends with the trouble when another one answers or the signal is given.
 */
export async function readWhole(
  drive: LiveDrive,
  readingId: string,
  { db, clock, importance, scope = EVERYTHING, onProgress, signal }: ReadParts,
): Promise<Result<WholeReading>> {
  const definition = drive.definition!;
  const reading = await loadReading(db, readingId);
  const wanted = withinScope(definition, scope);
  const wantedGroups = new Set(wanted.map((each) => each.group));
  const view = viewOf(
    readingId,
    definition.groups.filter((each) => wantedGroups.has(each.id)),
    definition.axes.length > 1,
    reading,
  );
  if (!isEverything(scope)) view.part = true;
  let inOneGo = isEverything(scope) && reading.done.size === 0;
  const startedAt = clock.now();
  const pace = new Pace(clock, reading.done.size === 0 ? 0 : count(view) / wanted.length);
  const keeper = groupKeeper(db);
  const keeping: Array<Promise<void>> = [];
  const allKept = async (): Promise<void> => {
    keeper.hurry();
    await Promise.all(keeping);
  };
  const groups = new Map(definition.groups.map((each) => [each.id, each]));
  let toldAt = -Infinity;
  const tell = (always: boolean): void => {
    if (!always && clock.now() - toldAt < TELL_EVERY_MS) return;
    toldAt = clock.now();
    onProgress({ ...view, groups: view.groups.map((each) => ({ ...each })) });
  };
  let era = drive.era;
  let wasVolatile = false;
  for (;;) {
    if (drive.era !== era) {
      era = drive.era;
      // What was in its running memory alone is gone: what was read of it before is of another state of the drive than what follows.
      if (wasVolatile && drive.state?.volatile === false) {
        await allKept();
        await forgetAll(db, readingId, reading, view);
      }
    }
    const left = wanted.filter((each) => !reading.done.has(each.group));
    if (left.length === 0) break;
    wasVolatile = drive.state?.volatile === true;
    view.phase = "reading";
    tell(true);
    const shareBefore = view.share || pace.shareAtStart;
    const result = await drive.session(importance).read(
      left,
      (step) => {
        for (const [code, raw] of step.values)
          reading.values.set(code, veiled(definition.byCode.get(code)!, raw));
        for (const { code } of step.refused) reading.refused.push(code);
        for (const each of view.groups) {
          if (reading.done.has(each.id)) continue;
          const group = groups.get(each.id)!;
          tally(each, group.parameters, reading);
          if (each.read + each.refused < each.count) continue;
          reading.done.add(each.id);
          const kept = keeper.add(rowOf(readingId, group, reading));
          // A fault is thrown at the end, where it is waited for.
          kept.catch(() => undefined);
          keeping.push(kept);
        }
        view.share = shareBefore + (1 - shareBefore) * step.share;
        view.msLeft = pace.msLeft(view.share);
        tell(false);
      },
      signal,
    );
    wasVolatile ||= drive.state?.volatile === true;
    if (result.ok && drive.era === era) break;
    if (result.ok) {
      inOneGo = false;
      const there = await drive.whenBack(signal);
      if (there.ok) continue;
      await allKept();
      return bad(there.trouble);
    }
    if (result.trouble.kind === "stopped" || result.trouble.kind === "refused") {
      await allKept();
      tell(true);
      return result;
    }
    // What was read of a group that is not whole is read again: the drive may have been switched off meanwhile.
    forgetHalfGroups(definition.parameters, reading);
    view.phase = "waiting";
    inOneGo = false;
    drive.noteTrouble(result.trouble);
    tell(true);
    const back = await drive.whenBack(signal);
    if (!back.ok) {
      await allKept();
      return bad(back.trouble);
    }
  }
  const msAValue = inOneGo ? (clock.now() - startedAt) / wanted.length : undefined;
  await allKept();
  tell(true);
  return good({ values: reading.values, refused: reading.refused, msAValue });
}

/** How far it has come against how long it took. */
class Pace {
  private readonly startedAt: number;

  constructor(
    private readonly clock: Clock,
    readonly shareAtStart: number,
  ) {
    this.startedAt = clock.now();
  }

  /** Time left, once enough has been read to tell. */
  msLeft(share: number): number | undefined {
    const gained = share - this.shareAtStart;
    if (gained <= 0.02) return undefined;
    return Math.round(((this.clock.now() - this.startedAt) / gained) * (1 - share));
  }
}

function viewOf(id: string, groups: readonly Group[], severalAxes: boolean, reading: Progress): ReadingView {
  return {
    id,
    phase: "reading",
    share: 0,
    groups: groups.map((group) => ({
      id: group.id,
      title: severalAxes && group.axis > 0 ? `Axis ${group.axis}: ${group.title}` : group.title,
      count: group.parameters.length,
      read: group.parameters.filter((each) => reading.values.has(each.code)).length,
      refused: group.parameters.filter((each) => reading.refused.includes(each.code)).length,
    })),
  };
}

function rowOf(readingId: string, group: Group, reading: Progress): GroupRow {
  const refused = group.parameters
    .filter((each) => reading.refused.includes(each.code))
    .map((each) => each.code);
  return { readingId, group: group.id, content: buildPiece(group, reading.values), refused };
}

function tally(group: ReadingView["groups"][number], parameters: Parameter[], reading: Progress): void {
  group.read = parameters.filter((each) => reading.values.has(each.code)).length;
  group.refused =
    reading.refused.length === 0
      ? 0
      : parameters.filter((each) => reading.refused.includes(each.code)).length;
}

function forgetHalfGroups(parameters: readonly Parameter[], reading: Progress): void {
  for (const parameter of parameters) {
    if (reading.done.has(parameter.group)) continue;
    reading.values.delete(parameter.code);
    reading.refused = reading.refused.filter((code) => code !== parameter.code);
  }
}

/** Begins anew: nothing of what was read counts any more. */
async function forgetAll(
  db: Database,
  readingId: string,
  reading: Progress,
  view: ReadingView,
): Promise<void> {
  await forgetGroups(db, readingId);
  reading.values.clear();
  reading.refused.length = 0;
  reading.done.clear();
  view.share = 0;
  for (const each of view.groups) each.read = each.refused = 0;
}

function count(view: ReadingView): number {
  return view.groups.reduce((sum, each) => sum + each.read, 0);
}
