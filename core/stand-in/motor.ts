/** What the motor behind a stand-in needs to know of its drive; physical values. */
export interface MotorSettings {
  accelerationS: number;
  decelerationS: number;
  highestHz: number;
  ratedHz: number;
  ratedRpm: number;
  ratedA: number;
}

export interface MotorReadings {
  frequencyHz: number;
  speedRpm: number;
  currentA: number;
  torquePercent: number;
  powerKw: number;
  busV: number;
  voltageV: number;
  temperatureC: number;
}

/** A motor with a fan-like load: ramps to its reference, slips under load, warms its drive, and pushes the DC bus up when it brakes. */
export class Motor {
  private hz = 0;
  private warm = 34;
  private time = 0;

  get turning(): boolean {
    return this.hz > 0.05;
  }

  coast(): void {
    this.hz = 0;
  }

  /** Moves time on and says what a drive would measure. `ripple` is a number from -1 to 1 that makes readings live. */
  step(seconds: number, run: boolean, settings: MotorSettings, ripple: number): MotorReadings {
    this.time += seconds;
    const target = run ? settings.highestHz * 0.8 : 0;
    const up = (settings.highestHz / Math.max(settings.accelerationS, 0.01)) * seconds;
    const down = (settings.highestHz / Math.max(settings.decelerationS, 0.01)) * seconds;
    const braking = this.hz > target;
    this.hz = this.hz < target ? Math.min(target, this.hz + up) : Math.max(target, this.hz - down);
    const share = this.hz / Math.max(settings.ratedHz, 1);
    const torque = this.hz === 0 ? 0 : 100 * (0.12 + 0.6 * share * share) * (braking ? -0.4 : 1) + ripple;
    const current =
      this.hz === 0 ? 0 : settings.ratedA * (0.4 + (0.5 * Math.abs(torque)) / 100) + ripple * 0.02;
    this.warm += (34 + current * 2.2 - this.warm) * Math.min(1, seconds / 120);
    const rpm = settings.ratedRpm * share * (1 - (0.01 * torque) / 100);
    return {
      frequencyHz: this.hz,
      speedRpm: Math.max(0, rpm),
      currentA: Math.max(0, current),
      torquePercent: torque,
      powerKw: (torque / 100) * share * settings.ratedA * 0.45,
      busV: 560 + 2 * ripple + (braking ? 45 : 0),
      voltageV: Math.min(400, 400 * share),
      temperatureC: this.warm + ripple * 0.3,
    };
  }
}
