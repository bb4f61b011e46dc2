import type { FoundDrive, SearchMark, SearchView } from "@/core/contract";
import type { Definition } from "@/core/definition";
import { identifyDrive, type DriveIdentity, type Result } from "@/core/drive";
import {
  addSymptom,
  diagnose,
  KnockTimeout,
  linkText,
  noSymptoms,
  serialText,
  speaksOn,
  tellingSymptoms,
  type LinkSettings,
  type SearchPass,
  type Symptoms,
} from "@/core/link";
import type { Clock } from "@/core/protocol/channel";
import type { DriveLink } from "../drive-link";
import { IMPORTANCE } from "../queue";
import { letterOf, PassRun } from "./pass-run";

/** What a search needs of the bench. */
export interface SearchParts {
  clock: Clock;
  /** The time of day, ms since 1970. */
  wall: () => number;
  definitions: readonly Definition[];
  /** Takes part in a link; `drop` gives it up. */
  take(settings: LinkSettings): Result<DriveLink>;
  drop(settings: LinkSettings): void;
  /** Keeps who was found and says at which position he stands. */
  keep(
    settings: LinkSettings,
    unit: number,
    identity: DriveIdentity | undefined,
  ): Promise<Pick<FoundDrive, "position" | "swapped">>;
  publish(view: SearchView): void;
}

/** A device that answers at every address is one drive, not many. */
const SAME_EVERYWHERE = 3;
/** How many addresses, from the likeliest on, are asked again when nobody was found. */
const LIKELIEST = 3;
const TELL_EVERY_MS = 120;

/** Looks for drives on a link: one question to each address, an identity for each that answers. What is found is kept at once. */
export class Search {
  readonly view: SearchView;
  private readonly stopping = new AbortController();
  /** What was seen with the way of speaking that is tried now, and with each one before it. */
  private symptoms: Symptoms;
  private readonly seen: Symptoms[] = [];
  private toldAt = -Infinity;
  private asked = 0;

  constructor(
    about: Pick<SearchView, "id" | "link" | "linkName" | "byName" | "from" | "to"> & { patient: boolean },
    private readonly passes: readonly SearchPass[],
    private readonly parts: SearchParts,
  ) {
    const { patient, ...shown } = about;
    this.symptoms = noSymptoms(about.link.kind);
    this.view = {
      ...shown,
      startedAt: parts.wall(),
      phase: "looking",
      found: [],
      advice: [],
      quick: !patient,
      passes: passes.map(({ settings, units }) => ({
        title: settings.kind === "modbus-serial" ? serialText(settings) : linkText(settings),
        units,
        marks: ".".repeat(units.length),
      })),
    };
  }

  /** Ends the search; what was found stays found. */
  stop(): void {
    this.stopping.abort();
  }

  /** Runs to the end, or until it is stopped. Never throws. */
  async run(): Promise<void> {
    for (const [index, pass] of this.passes.entries()) {
      if (this.stopping.signal.aborted) break;
      if (!(await this.runPass(index, pass))) break;
    }
    this.view.phase = this.stopping.signal.aborted ? "stopped" : "done";
    this.view.at = undefined;
    this.view.msLeft = undefined;
    this.view.advice = diagnose(tellingSymptoms(this.seen));
    this.parts.publish(this.view);
  }

  /** One way of speaking. Says whether it makes sense to go on with the next one. */
  private async runPass(index: number, { settings, units }: SearchPass): Promise<boolean> {
    this.seen.push((this.symptoms = noSymptoms(settings.kind)));
    const taken = this.parts.take(settings);
    if (!taken.ok) {
      this.symptoms.cause = taken.trouble.cause ?? "port-busy";
      return false;
    }
    const link = taken.value;
    const late = new Set<number>();
    const noteStray = (unit: number): void => {
      late.add(unit);
    };
    link.onStray.add(noteStray);
    try {
      const timeout = new KnockTimeout(settings, this.parts.definitions);
      const run = new PassRun(index, units, timeout, link);
      const width = settings.kind === "canopen-gateway" ? settings.inFlight : 1;
      let at = 0;
      const worker = async (): Promise<void> => {
        while (
          at < units.length &&
          !run.hopeless &&
          !this.stopping.signal.aborted &&
          this.symptoms.cause === undefined
        )
          await this.askOne(run, at++, !this.view.quick);
      };
      await Promise.all(Array.from({ length: width }, worker));
      // Whoever answered late, or spoke over another's late answer, is asked again with patience.
      const again = units.flatMap((unit, i) =>
        (late.has(unit) || run.mark(i) === "r" || run.mark(i + 1) === "r") &&
        run.mark(i) !== "f" &&
        run.mark(i) !== "."
          ? [i]
          : [],
      );
      if (!run.hopeless)
        for (const i of again)
          if (!this.stopping.signal.aborted && this.symptoms.cause === undefined)
            await this.askOne(run, i, true);
      if (index === 0 && !run.hopeless && !run.marks.includes("f")) await this.lookTwice(run);
    } finally {
      link.onStray.delete(noteStray);
      this.parts.drop(settings);
    }
    // A line has one speed: where somebody was found, other ways of speaking find nobody.
    return this.symptoms.cause === undefined && this.view.found.length === 0;
  }

  /** Nobody was found: the likeliest addresses are asked a few times more, since a bad contact lets only some questions through. */
  private async lookTwice(run: PassRun): Promise<void> {
    for (let again = 0; again < 3; again++) {
      for (let i = 0; i < Math.min(LIKELIEST, run.units.length); i++) {
        if (this.stopping.signal.aborted || this.symptoms.cause !== undefined || run.mark(i) !== "s")
          continue;
        await this.askOne(run, i, true);
        if (run.mark(i) === "f" || run.mark(i) === "u") this.symptoms.unsteady += 1;
      }
    }
  }

  private async askOne(run: PassRun, i: number, patient: boolean): Promise<void> {
    const { link, timeout, units } = run;
    const unit = units[i]!;
    this.view.at = { pass: run.index, unit };
    this.tell(timeout, patient);
    const startedAt = this.parts.clock.now();
    let outcome = await link.knock(unit, timeout.next(patient), IMPORTANCE.reading);
    // A line that was cut is opened anew once.
    if (outcome.kind === "lost" && outcome.cause === undefined)
      outcome = await link.knock(unit, timeout.next(patient), IMPORTANCE.reading);
    this.asked += 1;
    if (outcome.kind === "somebody" || outcome.kind === "refused")
      timeout.saw(this.parts.clock.now() - startedAt);
    addSymptom(this.symptoms, unit, outcome);
    if (outcome.kind === "somebody") run.note(i, await this.meet(run, unit));
    else run.note(i, letterOf(outcome));
    this.view.passes[run.index]!.marks = run.marks.join("");
    this.tell(timeout, patient);
  }

  /** Somebody answered: who is it? */
  private async meet(run: PassRun, unit: number): Promise<SearchMark> {
    const { settings } = run.link;
    const candidates = this.parts.definitions.filter((each) => speaksOn(each, settings));
    const session = (definition: Definition, at = unit) =>
      run.link.session(definition, () => at, IMPORTANCE.reading);
    const found = await identifyDrive(session, candidates);
    if (!found.ok && found.trouble.kind !== "unknown-drive") {
      this.symptoms.unsteady += 1;
      this.add({ unit, link: settings, swapped: false, trouble: found.trouble });
      return "r";
    }
    if (!found.ok) {
      this.symptoms.unknown += 1;
      await this.parts.keep(settings, unit, undefined);
      this.add({ unit, link: settings, swapped: false, trouble: found.trouble });
      return "u";
    }
    const { identity, definition, fit } = found.value;
    const twin =
      identity.serial === ""
        ? undefined
        : this.view.found.find(
            (each) =>
              each.identity?.serial === identity.serial &&
              each.identity.definitionId === identity.definitionId,
          );
    if (twin) {
      run.repeats += 1;
      if (run.repeats >= SAME_EVERYWHERE) run.hopeless = true;
      return "f";
    }
    const own = await this.ownAddress(session(definition), definition, unit);
    this.add({
      unit: own,
      link: settings,
      identity,
      definitionTitle: definition.title,
      fit,
      lone: own === unit ? undefined : unit,
      ...(await this.parts.keep(settings, own, identity)),
    });
    return "f";
  }

  /** A drive heard at its lone address is known by its own one from then on. */
  private async ownAddress(
    session: ReturnType<DriveLink["session"]>,
    definition: Definition,
    unit: number,
  ): Promise<number> {
    if (definition.file.modbus?.loneAddress !== unit || !definition.addressCode) return unit;
    const parameter = definition.byCode.get(definition.addressCode)!;
    const [outcome] = await session.readItems([{ address: parameter.address, type: parameter.type }]);
    return outcome?.kind === "value" ? Number(outcome.raw) : unit;
  }

  private add(drive: FoundDrive): void {
    this.view.found = [
      ...this.view.found.filter((each) => each.unit !== drive.unit || each.identity !== undefined),
      drive,
    ];
  }

  private tell(timeout: KnockTimeout, patient: boolean): void {
    const now = this.parts.clock.now();
    if (now - this.toldAt < TELL_EVERY_MS) return;
    this.toldAt = now;
    const width = this.view.link.kind === "canopen-gateway" ? this.view.link.inFlight : 1;
    const left = this.passes.reduce((sum, each) => sum + each.units.length, 0) - this.asked;
    this.view.msLeft = Math.max(0, Math.round((left * timeout.next(patient)) / width));
    this.parts.publish(this.view);
  }
}
