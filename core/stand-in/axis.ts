import { mappedCode, type Definition, type Quantity } from "@/core/definition";
import { encodeKey, floatRaw, isFloat, type Parameter } from "@/core/value";
import type { Memory } from "./memory";
import { Motor, type MotorReadings, type MotorSettings } from "./motor";

/** What an axis of the CiA 402 profile shows in units of its own, whatever its definition says of common quantities. */
const PROFILE: Partial<Record<Quantity, string>> = { "motor-speed": "606C.00" };

/** One motor output of a drive: what is commanded, the motor behind it, its trip. */
export class Axis {
  readonly motor = new Motor();
  /** It runs, or comes up to speed. */
  commandedToRun = false;
  /** Somebody commands it to run, by a switch that stays where it is: also while it cannot. */
  commandStands = false;
  trip = 0;
  /** What is missing before it can run, in the words of its definition. */
  readonly missing = new Set<string>();

  /** `number`: 0 for a drive that knows no axes. */
  constructor(
    private readonly definition: Definition,
    readonly number: number,
  ) {}

  get turning(): boolean {
    return this.motor.turning || this.commandedToRun;
  }

  stopHard(): void {
    this.commandedToRun = false;
    this.motor.coast();
  }

  /** Moves the motor on and writes what it does into the measured values. */
  tick(seconds: number, ripple: number, memory: Memory): void {
    this.show(this.motor.step(seconds, this.commandedToRun, this.settings(memory), ripple), memory);
  }

  private parameterOf(quantity: Quantity): Parameter | undefined {
    const spec = this.definition.file.quantities?.[quantity];
    const base = mappedCode(spec) ?? PROFILE[quantity];
    if (base === undefined) return undefined;
    for (const [axis, set] of [
      [this.number, 0],
      [this.number, 1],
      [0, 0],
      [0, 1],
    ] as const) {
      const found = this.definition.byCode.get(encodeKey({ code: base, axis, set }));
      if (found) return found;
    }
    return undefined;
  }

  private settings(memory: Memory): MotorSettings {
    const of = (quantity: Quantity, otherwise: number): number => {
      const parameter = this.parameterOf(quantity);
      return parameter
        ? (Number(memory.get(parameter)) * Number(parameter.scale.num)) / Number(parameter.scale.den)
        : otherwise;
    };
    return {
      accelerationS: of("acceleration-time", 5),
      decelerationS: of("deceleration-time", 5),
      highestHz: of("highest-frequency", 50),
      ratedHz: of("rated-frequency", 50),
      ratedRpm: of("rated-speed", 1450),
      ratedA: of("rated-current", 4),
    };
  }

  private show(readings: MotorReadings, memory: Memory): void {
    const shown: Partial<Record<Quantity, number>> = {
      "output-frequency": readings.frequencyHz,
      "motor-current": readings.currentA,
      "motor-torque": readings.torquePercent,
      "dc-bus": readings.busV,
      "output-voltage": readings.voltageV,
      "motor-power": readings.powerKw,
      "motor-speed": readings.speedRpm,
      temperature: readings.temperatureC,
    };
    for (const [quantity, value] of Object.entries(shown)) {
      const parameter = this.parameterOf(quantity as Quantity);
      if (!parameter) continue;
      memory.set(
        parameter,
        isFloat(parameter.type)
          ? floatRaw(parameter.type, value)
          : Math.round((value * Number(parameter.scale.den)) / Number(parameter.scale.num)),
      );
    }
  }
}
