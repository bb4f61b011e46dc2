import type { Definition, Quantity, Sign } from "@/core/definition";
import type { Answer, Question } from "@/core/protocol/modbus";
import { brokenRules } from "@/core/restore";
import { checkRange, encodeRegisters, floatToBits, type Parameter, type RawValue } from "@/core/value";
import { Motor, type MotorReadings, type MotorSettings } from "./motor";
import { Memory, RegisterMap } from "./registers";

export interface DriveMake {
  rating: string;
  firmware: string;
  serial: string;
  /** Values other than the factory's, permanent from the start. */
  values?: Record<string, RawValue>;
  /** Values in the running memory that were never made permanent. */
  volatileValues?: Record<string, RawValue>;
}

type DriveAnswer = Exclude<Answer, { kind: "malformed" }>;
const exception = (code: number): DriveAnswer => ({ kind: "exception", code });

/** Work the control part does after a command, in ms. */
const PERMANENT_MS = 150;
const RESTART_MS = 600;

/**
 * A drive made of its definition: two memories, ranges, rules, permission, trips, a motor. It answers questions as the family would,
 * and lets a person do at it what one does at a cabinet.
 */
export class StandInDrive {
  private map: RegisterMap;
  private running: Memory;
  private permanent: Memory;
  private readonly motor = new Motor();
  private permission = false;
  private trip = 0;
  private tripLog: number[] = [];
  private busyUntil = 0;
  private restartUntil = 0;
  private hoursPowered = 0;
  private effectiveAddress = 0;
  powered = true;
  commandedToRun = false;
  /** Told when the control part restarts, so that its link drops. */
  onRestart: (() => void) | undefined;

  constructor(readonly definition: Definition, public make: DriveMake, private readonly now: () => number = () => performance.now()) {
    this.map = new RegisterMap(definition, make.rating);
    this.permanent = Memory.factory(definition, make.rating);
    for (const [code, raw] of Object.entries(make.values ?? {})) this.permanent.set(this.parameter(code), raw);
    this.running = this.permanent.copy();
    for (const [code, raw] of Object.entries(make.volatileValues ?? {})) this.running.set(this.parameter(code), raw);
    this.applyAddress();
    this.tick(0, 0);
  }

  /** The address it answers on: the one that held when it last started. */
  get address(): number {
    return this.effectiveAddress;
  }

  get turning(): boolean {
    return this.motor.turning || this.commandedToRun;
  }

  get alive(): boolean {
    return this.powered && this.now() >= this.restartUntil;
  }

  get volatile(): boolean {
    if (this.now() < this.busyUntil) return true;
    return this.map.parameters.some((each) => this.isSetting(each) && this.running.get(each) !== this.permanent.get(each));
  }

  get status(): { powered: boolean; turning: boolean; trip: number; permission: boolean; volatile: boolean } {
    return { powered: this.powered, turning: this.turning, trip: this.trip, permission: this.permission, volatile: this.volatile };
  }

  valueOf(code: string, memory: "running" | "permanent" = "running"): RawValue {
    return (memory === "running" ? this.running : this.permanent).get(this.parameter(code));
  }

  /** Somebody changes a value at the keypad. */
  setAtKeypad(code: string, raw: RawValue): void {
    this.running.set(this.parameter(code), raw);
  }

  powerOff(): void {
    this.powered = false;
    this.permission = false;
    this.commandedToRun = false;
    this.motor.coast();
    this.onRestart?.();
  }

  powerOn(): void {
    if (this.powered) return;
    this.powered = true;
    this.trip = 0;
    this.busyUntil = 0;
    this.running = this.permanent.copy();
    this.applyAddress();
  }

  givePermission(): void {
    if (this.powered) this.permission = true;
  }

  resetTrip(): void {
    this.trip = 0;
  }

  tripNow(number: number): void {
    this.trip = number;
    this.tripLog = [number, ...this.tripLog].slice(0, 3);
    this.commandedToRun = false;
    this.motor.coast();
  }

  start(): void {
    if (this.alive && this.trip === 0) this.commandedToRun = true;
  }

  stop(): void {
    this.commandedToRun = false;
  }

  /** Moves time on: the motor ramps, readings change. `ripple` from -1 to 1. */
  tick(seconds: number, ripple: number): void {
    if (!this.powered) return;
    this.hoursPowered += seconds / 3600;
    this.show(this.motor.step(seconds, this.commandedToRun, this.motorSettings(), ripple));
  }

  /** What the drive answers; undefined when it is silent. */
  handle(question: Question): DriveAnswer | undefined {
    if (!this.alive) return undefined;
    if (question.kind === "read") return question.function === this.definition.file.modbus.readFunction ? this.read(question.address, question.count) : exception(1);
    const values = question.kind === "write-one" ? [question.value] : question.values;
    const code = question.kind === "write-one" ? 6 : 16;
    if (!this.definition.file.modbus.writeFunctions.includes(code)) return exception(1);
    if (values.length > this.definition.file.modbus.registersPerWrite) return exception(3);
    return this.write(question.address, values);
  }

  private read(address: number, count: number): DriveAnswer {
    if (count < 1 || count > this.definition.file.modbus.registersPerRead) return exception(3);
    const first = this.map.ownerOf(address);
    const last = this.map.ownerOf(address + count - 1);
    if (first && first.address !== address) return exception(2);
    if (last && last.address + last.registers !== address + count) return exception(2);
    const special = this.specialRegisters();
    const values = new Uint16Array(count);
    for (let i = 0; i < count; i++) {
      const at = address + i;
      const word = special.get(at);
      if (word !== undefined) values[i] = word;
      else if (this.map.ownerOf(at)) values[i] = this.running.word(at);
      else if (!(this.definition.file.modbus.readAcrossGaps && this.map.isGap(at))) return exception(2);
    }
    return { kind: "registers", values };
  }

  private write(address: number, values: number[]): DriveAnswer {
    const { permission, makePermanent, restart, factoryReset, writesLand } = this.definition.file;
    const command = [makePermanent, restart, factoryReset].find((each) => each?.address === address && each.value === values[0]);
    const parameter = this.map.ownerOf(address);
    if (!command && !parameter) return exception(2);
    if (permission && !this.permission) {
      if (permission.withoutIt === "trips") this.tripNow(20);
      return exception(4);
    }
    if (this.now() < this.busyUntil) return exception(6);
    if (command) return this.obey(command === makePermanent ? "permanent" : command === restart ? "restart" : "reset");
    if (!parameter || parameter.readOnly || parameter.address !== address || parameter.registers !== values.length) return exception(2);
    if (parameter.effect === "stopped-only" && this.turning) return exception(4);
    const wanted = new Memory(this.definition);
    wanted.setWords(address, values);
    const raw = wanted.get(parameter);
    if (checkRange(parameter, raw) !== undefined || this.breaksRule(parameter, raw)) return exception(3);
    this.running.setWords(address, values);
    if (writesLand === "permanent") this.permanent.setWords(address, values);
    return { kind: "written" };
  }

  private obey(command: "permanent" | "restart" | "reset"): DriveAnswer {
    if (this.turning) return exception(4);
    if (command === "permanent") {
      this.permanent = this.running.copy();
      this.busyUntil = this.now() + PERMANENT_MS;
    } else if (command === "reset") {
      this.running = Memory.factory(this.definition, this.make.rating);
      this.permanent = this.running.copy();
    } else {
      this.running = this.permanent.copy();
      this.restartUntil = this.now() + RESTART_MS;
      this.permission = false;
      this.applyAddress();
      setTimeout(() => this.onRestart?.(), 5);
    }
    return { kind: "written" };
  }

  private breaksRule(parameter: Parameter, raw: RawValue): boolean {
    const values = new Map<string, RawValue>();
    for (const rule of this.definition.file.rules) {
      if (rule.lower !== parameter.code && rule.upper !== parameter.code) continue;
      for (const code of [rule.lower, rule.upper]) values.set(code, code === parameter.code ? raw : this.running.get(this.parameter(code)));
    }
    return brokenRules(this.definition, values).length > 0;
  }

  private specialRegisters(): Map<number, number> {
    const { identity, state, permission } = this.definition.file;
    const words = new Map<number, number>();
    for (const field of identity) {
      const raw = { family: field.equals ?? 0, rating: this.definition.ratings.get(this.make.rating)!.identityValue, firmware: this.firmwareNumber(field.minorSteps ?? 100), serial: this.make.serial, "power-part": 1 }[field.field];
      encodeRegisters(field.type, raw, "high-first", field.length).forEach((word, i) => words.set(field.address + i, word));
    }
    for (let i = 0; i < state.count; i++) words.set(state.address + i, 0);
    const put = (sign: Sign | undefined, given: boolean): void => {
      if (!sign) return;
      const on = sign.inverted ? !given : given;
      const word = words.get(sign.address) ?? 0;
      words.set(sign.address, sign.bit === undefined ? (on ? sign.equals! : 0) : on ? word | (1 << sign.bit) : word & ~(1 << sign.bit));
    };
    put(state.running, this.turning);
    put(state.tripped, this.trip !== 0);
    put(state.volatile, this.volatile);
    put(permission?.given, this.permission);
    words.set(state.tripNumber.address, this.trip);
    return words;
  }

  private firmwareNumber(minorSteps: number): number {
    const [major = 0, minor = 0] = this.make.firmware.split(".").map(Number);
    return major * minorSteps + minor;
  }

  private motorSettings(): MotorSettings {
    const of = (quantity: Quantity, otherwise: number): number => {
      const code = this.definition.file.quantities?.[quantity];
      const parameter = code === undefined ? undefined : this.parameter(code);
      return parameter ? (Number(this.running.get(parameter)) * Number(parameter.scale.num)) / Number(parameter.scale.den) : otherwise;
    };
    return {
      accelerationS: of("acceleration-time", 5), decelerationS: of("deceleration-time", 5), highestHz: of("highest-frequency", 50),
      ratedHz: of("rated-frequency", 50), ratedRpm: of("rated-speed", 1450), ratedA: of("rated-current", 4),
    };
  }

  private show(readings: MotorReadings): void {
    const shown: Partial<Record<Quantity, number>> = {
      "output-frequency": readings.frequencyHz, "motor-current": readings.currentA, "motor-torque": readings.torquePercent, "dc-bus": readings.busV,
      "output-voltage": readings.voltageV, "motor-power": readings.powerKw, "motor-speed": readings.speedRpm, temperature: readings.temperatureC,
    };
    for (const [quantity, value] of Object.entries(shown)) {
      const code = this.definition.file.quantities?.[quantity as Quantity];
      if (code === undefined) continue;
      const parameter = this.parameter(code);
      const raw = parameter.type === "float32" ? floatToBits(value) : Math.round((value * Number(parameter.scale.den)) / Number(parameter.scale.num));
      this.running.set(parameter, raw);
    }
  }

  private isSetting(parameter: Parameter): boolean {
    return parameter.kind !== "measured" && parameter.kind !== "counter" && parameter.kind !== "clock";
  }

  private applyAddress(): void {
    const { addressCode, defaults } = this.definition.file.modbus;
    this.effectiveAddress = addressCode ? Number(this.permanent.get(this.parameter(addressCode))) : defaults.address;
  }

  private parameter(code: string): Parameter {
    const parameter = this.definition.byCode.get(code);
    if (!parameter) throw new Error(`${this.definition.title} has no parameter ${code}.`);
    return parameter;
  }
}
