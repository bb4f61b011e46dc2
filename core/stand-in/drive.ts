import { addressOf, definitionFor, parameterFor, type Command, type Definition } from "@/core/definition";
import type { SerialSettings } from "@/core/link";
import type { Clock } from "@/core/protocol/channel";
import { systemClock } from "@/core/protocol/system-clock";
import type { Parameter, RawValue } from "@/core/value";
import { atStart, type Started } from "./at-start";
import { Axes } from "./axes";
import type { DriveMake } from "./drive-make";
import { ForAWhile } from "./for-a-while";
import { Memories } from "./memories";
import { OwnProgram } from "./own-program";
import type { Around, StandInProgram } from "./program";
import { renewModule } from "./rack";
import { refusedValue, type Refused } from "./refused";

/**
 * A drive made of its definition: its memories, ranges, rules, permission, trips, motors. It refuses and obeys as the family would,
 * and lets a person do at it what one does at a cabinet. How that looks on the wire is said by its face.
 */
export class StandInDrive {
  readonly definition: Definition;
  readonly axes: Axes;
  readonly byAddress = new Map<string, Parameter>();
  /** Addresses that this one drive has not got, whatever its definition says. */
  readonly lacking = new Set<number>();
  /** Settings that this one drive does not take, whatever its definition says; a person finds out why. */
  readonly refusing = new Set<string>();
  /** The drive it pretends to be. */
  imitating: StandInDrive | undefined;
  private readonly memories: Memories;
  private readonly ownProgram: OwnProgram | undefined;
  private readonly forAWhile: ForAWhile;
  private started: Started;
  powered = true;
  /** Whether the power part is fed; without it only the control part lives, from an auxiliary supply. */
  mains = true;
  /** Told when the control part restarts, so that its link drops. */
  onRestart: (() => void) | undefined;
  /** Told when it is there again. */
  onStarted: (() => void) | undefined;

  /** `family` is laid out for what the make says is fitted; `others` is where to find a predecessor to imitate. */
  constructor(
    family: Definition,
    readonly make: DriveMake,
    private readonly clock: Pick<Clock, "now" | "after"> = systemClock,
    private readonly others: readonly Definition[] = [],
  ) {
    this.definition = definitionFor(family, {
      firmware: make.firmware,
      axes: make.axes ?? 1,
      options: make.options ?? [],
    });
    this.axes = new Axes(this.definition);
    for (const each of this.definition.parameters) {
      const parameter = parameterFor(this.definition, each, make.rating);
      for (let i = 0; i < parameter.registers; i++)
        this.byAddress.set(`${parameter.node}/${parameter.address + i}`, parameter);
    }
    this.memories = new Memories(this.definition, make);
    if (make.imitates) this.imitate(make.imitates);
    this.forAWhile = new ForAWhile(clock);
    if (this.definition.file.program)
      this.ownProgram = new OwnProgram(this.definition, this.memories, clock, make.program);
    this.started = this.lookAtMemory();
    this.tick(0, 0);
  }

  /** The address it answers on: the one that held when it last started. */
  get address(): number {
    return this.imitating?.address ?? this.started.address;
  }

  /** How it speaks on a serial line, since it last started; empty where its definition does not say which of its values decide that. */
  get speech(): Partial<SerialSettings> {
    return this.imitating?.speech ?? this.started.speech;
  }

  get hasCard(): boolean {
    return this.memories.hasCard;
  }

  /** What the card in it holds, as a concise DCF. */
  get cardContents(): Uint8Array | undefined {
    return this.memories.cardContents();
  }

  /** Whether it started on the reduced supply. */
  get onReducedSupply(): boolean {
    return this.started.reduced;
  }

  get permission(): boolean {
    return this.powered && this.forAWhile.permitted;
  }

  get turning(): boolean {
    return this.axes.turning();
  }

  get alive(): boolean {
    return this.powered && !this.forAWhile.restarting;
  }

  get volatile(): boolean {
    return this.forAWhile.saving || this.memories.volatile;
  }

  /** The memory of its own program, where the family has one. */
  get program(): StandInProgram | undefined {
    return this.ownProgram?.memory;
  }

  /** How it shows itself: as itself, or as the predecessor that it imitates. */
  get shown(): StandInDrive {
    return this.imitating ?? this;
  }

  valueOf(code: string, memory: "running" | "permanent" = "running"): RawValue {
    return this.memories.get(code, memory);
  }

  /** Somebody changes a value at the keypad. */
  setAtKeypad(code: string, raw: RawValue): void {
    this.memories.setAtKeypad(code, raw);
  }

  powerOff(): void {
    this.powered = false;
    this.forAWhile.powerOff();
    this.axes.stopHard();
    this.ownProgram?.powerOff();
    this.imitating?.powerOff();
    this.onRestart?.();
  }

  powerOn(): void {
    if (this.powered) return;
    this.powered = true;
    this.forAWhile.powerOn();
    this.axes.resetTo(this.restingTrip);
    this.memories.start(true);
    this.ownProgram?.powerOn();
    this.started = this.lookAtMemory();
    this.imitating?.powerOn();
    this.onStarted?.();
  }

  /** Mains taken away or given back while an auxiliary supply feeds the control part. */
  setMains(on: boolean): void {
    this.mains = on;
    this.axes.stopHard();
    this.axes.resetTo(this.restingTrip);
    this.imitating?.setMains(on);
  }

  /** The module of one axis is exchanged for a new one of the same kind, with the power off; says why not, or nothing. */
  exchangeModule(axis: number): string | undefined {
    if (this.powered) return "Switch it off first.";
    if (!renewModule(this.make, this.definition.file.modules, axis))
      return "It has no module of its own for this axis.";
    this.memories.renewAxis(axis);
    return undefined;
  }

  /** Copies the permanent memory to the card in the drive. */
  saveToCard(): void {
    this.memories.saveToCard();
  }

  /** The card's values become the drive's own at its next start. */
  useCard(): boolean {
    return this.memories.useCard();
  }

  givePermission(): void {
    if (!this.powered) return;
    this.forAWhile.permit(this.definition.file.permission);
    this.imitating?.givePermission();
  }

  resetTrip(): void {
    this.axes.resetTo(this.restingTrip);
    this.imitating?.resetTrip();
  }

  tripNow(number: number, axis = 1): void {
    this.axes.tripNow(number, axis);
    this.imitating?.tripNow(number, axis);
  }

  start(axis = 1): void {
    this.axes.start(axis, this.alive && this.mains);
    this.imitating?.start(axis);
  }

  /** Takes one thing away that it needs to run, or gives everything back. */
  takeAway(text: string | undefined, axis = 1): void {
    this.axes.takeAway(text, axis);
  }

  stop(): void {
    this.axes.stop();
    this.imitating?.stop();
  }

  /** Moves time on: motors ramp, readings change. `ripple` from -1 to 1. */
  tick(seconds: number, ripple: number): void {
    if (!this.powered) return;
    this.axes.tick(seconds, ripple, this.memories.inUse);
    this.imitating?.tick(seconds, ripple);
  }

  /** It is told over the link to answer as its predecessor from now on, or as itself again; says why it does not, or nothing. */
  switchOver(on: boolean): Refused | undefined {
    if (this.shown.lockedOut()) return "locked";
    if (this.shown.turning) return "state";
    return this.answerAs(on);
  }

  /** The same at the keypad, which asks for no permission. Everything is the factory's afterwards, in the list that holds then. */
  answerAs(on: boolean): Refused | undefined {
    const { imitates } = this.definition.file;
    const rating = imitates?.ratings?.[this.make.rating];
    if (!imitates || (on && rating === undefined)) return "value";
    if (on) this.imitate({ rating: rating!, firmware: imitates.firmware ?? this.make.firmware });
    else this.imitating = undefined;
    this.memories.empty();
    this.startAnew();
    return undefined;
  }

  /** The value of a parameter as it stands in the running memory. */
  read(parameter: Parameter): RawValue {
    return this.memories.inUse.get(parameter);
  }

  /** Whether writing is not permitted; on some drives it is a trip that it was tried. */
  lockedOut(): boolean {
    const { permission } = this.definition.file;
    if (!permission || this.permission) return false;
    if (permission.withoutIt === "trips") this.tripNow(permission.trip ?? 1);
    return true;
  }

  /** Writes a value or takes a command sent to `address`; says why not, or nothing. `raw` undefined: the value has the wrong length. */
  write(address: number, node: number, raw: RawValue | undefined): Refused | undefined {
    const { permission, makePermanent, restart, factoryReset, writesLand } = this.definition.file;
    const command = [permission?.ask, makePermanent, restart, factoryReset].find(
      (each): each is Command =>
        each !== undefined && addressOf(each.address) === address && each.value === raw,
    );
    const parameter = this.byAddress.get(`${node}/${address}`);
    if (!command && !parameter) return "no-such-address";
    if (command && command === permission?.ask) {
      this.givePermission();
      return undefined;
    }
    if (this.lockedOut()) return "locked";
    if (this.forAWhile.saving) return "busy";
    if (command && command === makePermanent) return this.obey("permanent");
    if (command) return this.obey(command === restart ? "restart" : "reset");
    if (!parameter || parameter.readOnly || parameter.address !== address) return "read-only";
    if (raw === undefined) return "length";
    if (parameter.effect === "stopped-only" && this.axes.turning(parameter.axis)) return "state";
    if (this.refusing.has(parameter.code)) return "value";
    const refused = refusedValue(this.definition, parameter, raw, this.memories.inUse);
    if (refused) return refused;
    this.memories.write(parameter, raw, writesLand === "permanent");
    return undefined;
  }

  /** Asks its own program something, or tells it; undefined where it has none. */
  ofProgram<T>(ask: (program: StandInProgram, around: Around) => T): T | undefined {
    return this.ownProgram?.ask(ask, !this.turning);
  }

  private obey(command: "permanent" | "restart" | "reset"): Refused | undefined {
    if (this.turning) return "state";
    if (command === "permanent") {
      this.memories.makePermanent();
      this.forAWhile.save();
    } else if (command === "reset") {
      this.memories.resetToFactory();
      this.ownProgram?.show();
    } else {
      this.startAnew();
    }
    return undefined;
  }

  /** The control part restarts with what is permanent; the link is gone meanwhile. */
  private startAnew(): void {
    this.memories.start(false);
    this.started = this.lookAtMemory();
    this.forAWhile.restart(
      () => this.onRestart?.(),
      () => this.onStarted?.(),
    );
  }

  /** Switching over resets everything: from now on it has the predecessor's parameters at its factory values. */
  private imitate({ rating, firmware, values }: NonNullable<DriveMake["imitates"]>): void {
    const family = this.others.find((each) => each.id === this.definition.file.imitates?.definitionId);
    if (!family)
      throw new Error(
        `${this.definition.title} cannot imitate: the definition of its predecessor is not here.`,
      );
    this.imitating = new StandInDrive(
      family,
      { rating, firmware, serial: this.make.serial, values },
      this.clock,
    );
  }

  /** The trip that cannot be reset: the power part is not fed. */
  private get restingTrip(): number {
    return this.mains || this.started.reduced ? 0 : (this.definition.file.withoutMains?.trip ?? 0);
  }

  private lookAtMemory(): Started {
    return atStart(this.definition, (code) => this.memories.get(code, "permanent"));
  }
}
