import { good, type Result, type Trouble } from "@/core/drive";
import type { ReadingView, RestorePhase } from "@/core/live";
import {
  checkRestore,
  countSteps,
  needReadBack,
  planRestore,
  settleReadBack,
  startsByItself,
  settleWrite,
  stepsOf,
  verifyRestore,
  type WriteStep,
} from "@/core/restore";
import { buildSet, completenessOf, valuesByCode } from "@/core/set";
import type { Clock } from "@/core/protocol/channel";
import type { Definition } from "@/core/definition";
import { loadReading, readWhole, type Connection } from "@/server/bench";
import type { Database } from "@/server/database";
import type { Events } from "@/server/events";
import { keepReading, loadSet, recordById, standingOf } from "@/server/ledger";
import { IMPORTANCE } from "@/server/link";
import type { Person } from "@/server/people";
import { passGate } from "./gate";
import { replaceSteps, saveJob, saveStep, type RestoreJob } from "./job-state";
import { writeReceipt } from "./receipt";
import { jobView } from "./view";

export interface RunnerParts {
  db: Database;
  events: Events;
  clock: Clock;
  pollMs: number;
}

/** How often one step may be sent before it is left to a person. */
const MOST_TRIES = 4;
const BUSY_PAUSE_MS = 150;

/**
 * Carries one restore through its phases. Every step is written down before it touches the drive and after; what was sent and not
 * answered is read back before anything else is written. It ends in `review` or `halted` when a person has to decide.
 */
export class RestoreRunner {
  private readonly stopping = new AbortController();
  readonly definition: Definition;

  constructor(
    private readonly parts: RunnerParts,
    readonly job: RestoreJob,
    readonly connection: Connection,
    private readonly person: Person,
  ) {
    this.definition = connection.definition!;
  }

  /** Stops between two writes. */
  stop(): void {
    this.stopping.abort();
  }

  /** Runs until a person has to decide or the job is closed. */
  async run(): Promise<void> {
    const { job } = this;
    try {
      while (job.open && job.phase !== "review" && job.phase !== "halted") {
        const next = await this.phase();
        if (next !== job.phase) await this.enter(next);
      }
    } catch (error) {
      await this.halt({
        kind: "stopped",
        text: `The program met a fault of its own: ${(error as Error).message}`,
        remedy: "Go on to read back how things stand; if it happens again, put back what was there before.",
      });
    }
  }

  private phase(): Promise<RestorePhase> {
    switch (this.job.phase) {
      case "reading-before":
        return this.readBefore();
      case "writing":
        return this.write();
      case "permission":
      case "motor":
      case "waiting-for-drive":
        return this.goOn();
      case "permanent":
        return this.makePermanent();
      case "restart":
        return this.restart();
      case "verifying":
        return this.verify();
      default:
        throw new Error(`A restore cannot run in phase ${this.job.phase}.`);
    }
  }

  /** Waiting is not a place of its own: after it, work goes on where it was. */
  private goOn(): Promise<RestorePhase> {
    const at = this.job.memory.resumeAt;
    if (at === "reading-before") return this.readBefore();
    if (at === "permanent") return this.makePermanent();
    if (at === "restart") return this.restart();
    if (at === "verifying") return this.verify();
    return this.write();
  }

  private async readBefore(): Promise<RestorePhase> {
    const { job, connection, definition } = this;
    const { db } = this.parts;
    job.memory.resumeAt = "reading-before";
    const gate = await this.gate(false);
    if (!gate.ok) return this.halt(gate.trouble);
    await this.enter("reading-before");
    const reading = await this.read("before");
    if (!reading.ok) return this.halt(reading.trouble);
    const kept = await keepReading(db, definition, this.person, {
      positionId: job.positionId,
      set: buildSet(definition, reading.value.values),
      identity: job.memory.identity,
      state: connection.state!,
      linkName: connection.address.linkName,
      unit: connection.address.unit,
      origin: "before-restore",
      takenAt: new Date(),
    });
    job.memory.beforeRecord = kept.record.number;
    job.memory.beforeRecordId = kept.record.id;
    job.memory.beforeAt = Date.now();
    this.parts.events.publish({ type: "ledger", tag: job.tag });
    await this.review(reading.value.values);
    if (job.memory.puttingBack && job.memory.checks.every((each) => each.verdict !== "stop")) {
      await this.takePlan();
      return "writing";
    }
    return "review";
  }

  /** Works out checks and plan from what was read; also when the choices change. */
  async review(live?: ReadonlyMap<string, number | string>): Promise<void> {
    const { job, definition, connection } = this;
    const { db } = this.parts;
    const row = (await recordById(db, job.memory.recordId))!;
    const set = await loadSet(db, row);
    const values = live ?? (await loadReading(db, job.id, "before")).values;
    const choice = await standingOf(db, job.positionId);
    job.memory.checks = checkRestore({
      definition,
      drive: job.memory.identity,
      state: connection.state!,
      record: {
        number: row.number,
        standing: choice?.recordId === row.id || Boolean(job.memory.puttingBack),
        definitionId: row.definitionId,
        rating: row.rating ?? undefined,
        ratingName: row.ratingName,
        supply: row.supply,
        firmware: row.firmware,
        serial: row.serial,
        completeness: completenessOf(definition, set),
        startsByItself: startsByItself(definition, valuesByCode(set)),
        ...(row.facts.axes === undefined ? {} : { axes: row.facts.axes }),
        ...(row.facts.options ? { options: row.facts.options } : {}),
      },
    });
    job.memory.plan = planRestore(
      definition,
      job.memory.identity.rating,
      valuesByCode(set),
      values,
      job.memory.choices,
    );
  }

  /** Turns the plan a person saw into steps. */
  async takePlan(): Promise<void> {
    this.job.steps = stepsOf(this.job.memory.plan!.writes);
    await replaceSteps(this.parts.db, this.job.id, this.job.steps);
  }

  private async write(): Promise<RestorePhase> {
    const { job, connection } = this;
    job.memory.resumeAt = "writing";
    let mustLook = true;
    let era = 0;
    for (;;) {
      if (mustLook || connection.era !== era) {
        const ready = await this.readyToWrite();
        if (!ready.ok) return this.halt(ready.trouble);
        era = ready.value;
        mustLook = false;
      }
      await this.enter("writing");
      const ordinal = job.steps.findIndex((each) => each.state === "planned");
      if (ordinal < 0) break;
      if (this.stopping.signal.aborted) return this.halt(stoppedByPerson);
      const step = job.steps[ordinal]!;
      if (step.tries >= MOST_TRIES) {
        await this.settle(ordinal, {
          ...step,
          state: "other",
          said: `Sent ${step.tries} times, and each time it was gone again.`,
          remedy: "Look at the drive and its supply; then try it again.",
        });
        continue;
      }
      await this.settle(ordinal, { ...step, state: "sent", tries: step.tries + 1 });
      job.memory.permanent = "no";
      const outcome = await connection
        .writingSession(era)
        .write(this.definition.byCode.get(step.code)!, step.to);
      await this.settle(ordinal, settleWrite(job.steps[ordinal]!, outcome));
      if (outcome.kind === "unknown") {
        connection.noteTrouble({
          kind: outcome.lost ? "lost" : "silent",
          text: outcome.text,
          remedy: "It is tried again by itself.",
        });
        mustLook = true;
      } else if (outcome.kind === "refused") {
        mustLook = await this.afterRefusal(ordinal, outcome.refusal.passing);
      }
    }
    const counts = countSteps(job.steps);
    if ((counts.refused > 0 || counts.other > 0) && !job.memory.refusalsSeen) {
      return this.halt({
        kind: "refused",
        text: `${counts.written} of ${job.steps.length} parameters are written, ${counts.refused + counts.other} are not.`,
        remedy:
          "Look at each refusal below. Try it again, go on without it, or put back what was there before.",
      });
    }
    return "permanent";
  }

  /** A refusal while the permission is gone or the motor turns says nothing about the value, nor does a busy drive: such a step is sent again. */
  private async afterRefusal(ordinal: number, passing: boolean): Promise<boolean> {
    if (passing) await this.parts.clock.sleep(BUSY_PAUSE_MS, this.stopping.signal);
    const state = await this.connection.look(IMPORTANCE.restore);
    const aboutTheValue = state.ok && !passing && state.value.permission !== false && !state.value.running;
    if (aboutTheValue) return false;
    await this.settle(ordinal, { ...this.job.steps[ordinal]!, state: "planned" });
    return true;
  }

  /** Gate, then reading back of everything that is not certain; until a round went through without a loss. */
  private async readyToWrite(): Promise<Result<number>> {
    for (;;) {
      const gate = await this.gate(true);
      if (!gate.ok) return gate;
      const result = await this.readBack();
      if (result.ok && this.connection.era === gate.value) return gate;
      if (result.ok) continue;
      if (result.trouble.kind === "stopped" || result.trouble.kind === "refused") return result;
      this.connection.noteTrouble(result.trouble);
    }
  }

  private async readBack(): Promise<Result<void>> {
    const uncertain = needReadBack(this.job.steps);
    if (uncertain.length === 0) return good(undefined);
    const values = new Map<string, number | string>();
    const result = await this.connection.session(IMPORTANCE.restore).read(
      uncertain.map((each) => this.definition.byCode.get(each.code)!),
      (step) => {
        for (const [code, raw] of step.values) values.set(code, raw);
      },
      this.stopping.signal,
    );
    if (!result.ok) return result;
    for (const [ordinal, step] of this.job.steps.entries()) {
      const raw = values.get(step.code);
      if (raw === undefined || !uncertain.includes(step)) continue;
      const settled = settleReadBack(step, raw);
      if (settled.state !== step.state) await this.settle(ordinal, settled);
      else this.job.steps[ordinal] = settled;
    }
    return good(undefined);
  }

  private async makePermanent(): Promise<RestorePhase> {
    const { job, connection, definition } = this;
    job.memory.resumeAt = "permanent";
    const { makePermanent, writesLand } = definition.file;
    const next: RestorePhase =
      job.memory.plan?.needsRestart && definition.file.restart && countSteps(job.steps).written > 0
        ? "restart"
        : "verifying";
    if (writesLand === "permanent" || !makePermanent) {
      job.memory.permanent = writesLand === "permanent" ? "yes" : "unknown";
      return next;
    }
    for (let attempt = 0; attempt < MOST_TRIES; attempt++) {
      const ready = await this.readyToWrite();
      if (!ready.ok) return this.halt(ready.trouble);
      if (job.steps.some((each) => each.state === "planned")) return "writing";
      if (connection.state?.volatile === false) {
        job.memory.permanent = "yes";
        return next;
      }
      if (this.stopping.signal.aborted) return this.halt(stoppedByPerson);
      job.memory.permanent = "sent";
      await this.enter("permanent");
      await saveJob(this.parts.db, job);
      const outcome = await connection.writingSession(ready.value).command(makePermanent);
      if (outcome.kind === "refused" && outcome.refusal.passing) {
        await this.parts.clock.sleep(BUSY_PAUSE_MS, this.stopping.signal);
        continue;
      }
      if (outcome.kind === "refused") {
        job.memory.permanent = "no";
        return this.halt({
          kind: "refused",
          text: `Written, but the drive refused to make it permanent: ${outcome.refusal.text}`,
          remedy: outcome.refusal.remedy,
        });
      }
      if (outcome.kind === "unknown") {
        job.memory.permanent = "unknown";
        connection.noteTrouble({
          kind: outcome.lost ? "lost" : "silent",
          text: outcome.text,
          remedy: "It is tried again by itself.",
        });
        continue;
      }
      const state = await connection.look(IMPORTANCE.restore);
      if (state.ok && state.value.volatile === false) {
        job.memory.permanent = "yes";
        return next;
      }
    }
    return this.halt({
      kind: "silent",
      text: "Whether the values are permanent could not be found out.",
      remedy: "Look at the link, then go on.",
    });
  }

  private async restart(): Promise<RestorePhase> {
    const { job, connection, definition } = this;
    job.memory.resumeAt = "restart";
    if (job.memory.restart === undefined) {
      const ready = await this.gate(true);
      if (!ready.ok) return this.halt(ready.trouble);
      await this.enter("restart");
      job.memory.restart = "sent";
      await saveJob(this.parts.db, job);
      const outcome = await connection.writingSession(ready.value).command(definition.file.restart!);
      if (outcome.kind === "refused") {
        return this.halt({
          kind: "refused",
          text: `The drive refused to restart: ${outcome.refusal.text}`,
          remedy: "Switch it off and on at the machine, then go on: some values take effect only then.",
        });
      }
      if (outcome.kind === "unknown")
        job.memory.interruptions.push(
          `${new Date().toISOString()} Whether the drive restarted is not known. What takes effect only then may wait for it: switch it off and on at the machine.`,
        );
      const { addressCode } = definition;
      const address = job.steps.find((each) => each.code === addressCode && each.state === "written");
      if (address) connection.expectAlsoAt(Number(address.to));
      connection.noteTrouble({
        kind: "lost",
        text: "The drive restarts; it is expected back in a moment.",
        remedy: "Wait; nothing is to be done.",
      });
    }
    job.memory.restart = "done";
    return "verifying";
  }

  private async verify(): Promise<RestorePhase> {
    const { job, connection, definition } = this;
    const { db } = this.parts;
    job.memory.resumeAt = "verifying";
    const gate = await this.gate(false);
    if (!gate.ok) return this.halt(gate.trouble);
    await this.enter("verifying");
    const reading = await this.read("after");
    if (!reading.ok) return this.halt(reading.trouble);
    const before = (await loadReading(db, job.id, "before")).values;
    const kept = await keepReading(db, definition, this.person, {
      positionId: job.positionId,
      set: buildSet(definition, reading.value.values),
      identity: job.memory.identity,
      state: connection.state!,
      linkName: connection.address.linkName,
      unit: connection.address.unit,
      origin: "after-restore",
      takenAt: new Date(),
    });
    job.memory.afterRecord = kept.record.number;
    const verification = verifyRestore(definition, job.steps, before, reading.value.values);
    for (const [ordinal, step] of job.steps.entries()) {
      const settled = settleReadBack(step, reading.value.values.get(step.code));
      if (settled.state !== step.state) await this.settle(ordinal, settled);
      else job.steps[ordinal] = settled;
    }
    delete job.memory.note;
    job.memory.receiptId = await writeReceipt(db, definition, job, verification);
    job.open = false;
    connection.values = reading.value.values;
    connection.readAt = new Date();
    this.parts.events.publish({ type: "ledger", tag: job.tag });
    return "done";
  }

  private async read(stage: string): Promise<Result<{ values: Map<string, number | string> }>> {
    const result = await readWhole(
      this.parts.db,
      this.connection,
      { id: this.job.id, stage },
      IMPORTANCE.restore,
      (view: ReadingView) => {
        this.job.reading = { ...view, groups: view.groups.map((each) => ({ ...each })) };
        this.announce();
      },
      this.stopping.signal,
    );
    delete this.job.reading;
    return result;
  }

  private gate(writing: boolean): Promise<Result<number>> {
    return passGate(this.job, this.connection, {
      writing,
      pollMs: this.parts.pollMs,
      clock: this.parts.clock,
      signal: this.stopping.signal,
      enter: (phase, note) => this.enter(phase, note),
    });
  }

  private async settle(ordinal: number, step: WriteStep): Promise<void> {
    this.job.steps[ordinal] = step;
    await saveStep(this.parts.db, this.job.id, ordinal, step);
    this.parts.events.publish({ type: "step", change: { jobId: this.job.id, ordinal, step } });
    if (step.state !== "sent") this.announce();
  }

  private async enter(phase: RestorePhase, note?: string): Promise<void> {
    const { job } = this;
    if (job.phase === phase && job.memory.note === note) return;
    if (phase === "waiting-for-drive" && job.phase !== phase)
      job.memory.interruptions.push(`${new Date().toISOString()} ${note ?? "The drive was lost."}`);
    job.phase = phase;
    job.memory.note = note;
    if (job.open) await saveJob(this.parts.db, job);
    this.announce();
  }

  private async halt(trouble: Trouble): Promise<RestorePhase> {
    const { job } = this;
    job.memory.interruptions.push(`${new Date().toISOString()} ${trouble.text}`);
    await this.enter("halted", `${trouble.text} ${trouble.remedy}`);
    return "halted";
  }

  private announce(): void {
    this.parts.events.publish({ type: "job", view: jobView(this.job, this.connection.address.id) });
  }
}

const stoppedByPerson: Trouble = {
  kind: "stopped",
  text: "Stopped between two writes.",
  remedy: "Go on, put back what was there before, or end it as it is.",
};
