import type { Definition, ProgramSpec } from "@/core/definition";
import { lookAtFile } from "@/core/program";
import type { Clock } from "@/core/protocol/channel";
import type { RawValue } from "@/core/value";
import type { Refused } from "./refused";

/** How long its memory takes to be written or cleared, in ms. */
const WRITING_MS = 60;

/** What the rest of the drive says to it: whether no axis turns, and whether it may run. */
export interface Around {
  still: boolean;
  enabled: boolean;
}

/** The program memory of a stand-in drive: holds bytes, runs them in name only, and is half written where the power goes meanwhile. */
export class StandInProgram {
  /** What is in it, whole or not. */
  bytes: Uint8Array;
  running = false;
  /** What came in records and was not accepted yet; gone with the power. */
  arriving: number[] = [];
  private writingUntil = 0;
  private damaged = false;

  constructor(
    readonly spec: ProgramSpec,
    private readonly clock: Pick<Clock, "now">,
    bytes: Uint8Array = new Uint8Array(),
  ) {
    this.bytes = bytes;
  }

  /** Which one is in it, where that is a whole program. */
  get identification(): number | undefined {
    if (this.damaged) return undefined;
    const looked = lookAtFile(this.spec, this.bytes);
    return looked.ok ? looked.identification : undefined;
  }

  get empty(): boolean {
    return this.bytes.length === 0;
  }

  get busy(): boolean {
    return this.clock.now() < this.writingUntil;
  }

  /** What was being written is cut off; its memory says so from then on. */
  powerOff(): void {
    this.running = false;
    this.arriving = [];
    if (!this.busy) return;
    this.bytes = this.bytes.slice(0, this.bytes.length >> 1);
    this.damaged = true;
    this.writingUntil = 0;
  }

  start({ enabled }: Around): Refused | undefined {
    if (this.busy) return "busy";
    if (!enabled || this.identification === undefined) return "state";
    this.running = true;
    return undefined;
  }

  stop(): Refused | undefined {
    if (this.busy) return "busy";
    this.running = false;
    return undefined;
  }

  clear(around: Around): Refused | undefined {
    return this.put(new Uint8Array(), around);
  }

  /** Takes a whole program; one that makes no sense is kept as damaged. */
  put(bytes: Uint8Array, { still }: Around): Refused | undefined {
    if (this.busy) return "busy";
    if (this.running || !still) return "state";
    this.bytes = bytes;
    this.arriving = [];
    this.damaged = bytes.length > 0 && !lookAtFile(this.spec, bytes).ok;
    this.writingUntil = this.clock.now() + WRITING_MS;
    return undefined;
  }
}

/** What its definition's parameters tell of the program in it. */
export function programValues(
  { file }: Definition,
  program: StandInProgram,
): Array<[code: string, raw: RawValue]> {
  const { present, runs, identification } = file.program!;
  const values: Array<[string | undefined, RawValue]> = [
    [present, program.identification === undefined ? 0 : 1],
    [runs, program.running ? 1 : 0],
    [identification, program.identification ?? 0],
  ];
  return values.filter((each): each is [string, RawValue] => each[0] !== undefined);
}
