import type { DefinitionFile } from "@/core/definition";
import type { Clock } from "@/core/protocol/channel";

/** Work the control part does after a command, in ms. */
const PERMANENT_MS = 150;
const RESTART_MS = 600;
const PERMISSION_MS = 600_000;

/** What of a drive lasts for a while: that writing is permitted, that it makes values permanent, that its control part restarts. */
export class ForAWhile {
  private permittedUntil = -Infinity;
  private savingUntil = 0;
  private restartingUntil = 0;

  constructor(private readonly clock: Pick<Clock, "now" | "after">) {}

  get permitted(): boolean {
    return this.clock.now() < this.permittedUntil;
  }

  get saving(): boolean {
    return this.clock.now() < this.savingUntil;
  }

  get restarting(): boolean {
    return this.clock.now() < this.restartingUntil;
  }

  /** Writing is permitted from now on, as long as the family says. */
  permit(spec: DefinitionFile["permission"]): void {
    this.permittedUntil = spec?.ends === "after-10-min" ? this.clock.now() + PERMISSION_MS : Infinity;
  }

  save(): void {
    this.savingUntil = this.clock.now() + PERMANENT_MS;
  }

  /** The control part restarts: its link drops a moment later, and `started` is told when it is there again. */
  restart(dropped: () => void, started: () => void): void {
    this.restartingUntil = this.clock.now() + RESTART_MS;
    this.permittedUntil = -Infinity;
    this.clock.after(5, dropped);
    this.clock.after(RESTART_MS, started);
  }

  powerOff(): void {
    this.permittedUntil = -Infinity;
  }

  powerOn(): void {
    this.savingUntil = 0;
  }
}
