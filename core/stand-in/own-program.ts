import type { Definition } from "@/core/definition";
import type { Clock } from "@/core/protocol/channel";
import type { DriveMake } from "./drive-make";
import type { Memories } from "./memories";
import { programValues, StandInProgram, type Around } from "./program";

/** The program memory within its drive: parameters enable it and tell what is in it. */
export class OwnProgram {
  readonly memory: StandInProgram;

  constructor(
    private readonly definition: Definition,
    private readonly memories: Memories,
    clock: Pick<Clock, "now">,
    make: DriveMake["program"],
  ) {
    const held = Uint8Array.from(atob(make?.bytes ?? ""), (each) => each.charCodeAt(0));
    this.memory = new StandInProgram(definition.file.program!, clock, held);
    this.memory.running = make?.running ?? false;
    this.show();
  }

  /** Asks it something, or tells it; parameters tell what came of it. `still`: no axis turns. */
  ask<T>(ask: (program: StandInProgram, around: Around) => T, still: boolean): T {
    const answer = ask(this.memory, { still, enabled: this.enabled });
    this.show();
    return answer;
  }

  powerOff(): void {
    this.memory.powerOff();
  }

  powerOn(): void {
    this.memory.running = this.enabled && this.memory.identification !== undefined;
    this.show();
  }

  /** Its parameters tell again what is in it. */
  show(): void {
    for (const [code, raw] of programValues(this.definition, this.memory)) this.memories.tell(code, raw);
  }

  private get enabled(): boolean {
    const code = this.definition.file.program?.enabled;
    return code === undefined || Number(this.memories.get(code)) !== 0;
  }
}
