import type { Definition } from "@/core/definition";
import { Axis } from "./axis";
import type { Memory } from "./memory";

/** The motor outputs of a drive: one, or one for each axis of a rack. An axis is named from 1; where a drive knows none, any number means its only one. */
export class Axes {
  readonly list: readonly Axis[];

  constructor(definition: Definition) {
    const numbers = definition.axes.length > 0 ? definition.axes : [0];
    this.list = numbers.map((each) => new Axis(definition, each));
  }

  /** One axis by its number. */
  at(number: number): Axis {
    return this.list[number - 1] ?? this.list[0]!;
  }

  /** Whether one turns; `number` 0 means any of them. */
  turning(number = 0): boolean {
    if (number === 0) return this.list.some((each) => each.turning);
    return this.list[number - 1]?.turning ?? false;
  }

  /** The first trip; 0 where none is. */
  get trip(): number {
    return this.list.find((each) => each.trip !== 0)?.trip ?? 0;
  }

  /** Every trip is gone but the one that cannot be reset. */
  resetTo(resting: number): void {
    for (const axis of this.list) axis.trip = resting;
  }

  stopHard(): void {
    for (const axis of this.list) axis.stopHard();
  }

  tripNow(trip: number, number: number): void {
    const axis = this.at(number);
    axis.trip = trip;
    axis.stopHard();
  }

  /** A command to run stands from now on; it runs where it can. */
  start(number: number, fed: boolean): void {
    const axis = this.at(number);
    axis.commandStands = true;
    if (fed && axis.trip === 0 && axis.missing.size === 0) axis.commandedToRun = true;
  }

  stop(): void {
    for (const axis of this.list) axis.commandedToRun = axis.commandStands = false;
  }

  /** Takes one thing away that it needs to run, or gives everything back. */
  takeAway(text: string | undefined, number: number): void {
    const axis = this.at(number);
    axis.missing.clear();
    if (text === undefined) return;
    axis.missing.add(text);
    axis.stopHard();
  }

  /** Moves time on: motors ramp, readings change. */
  tick(seconds: number, ripple: number, memory: Memory): void {
    for (const axis of this.list) axis.tick(seconds, ripple, memory);
  }
}
