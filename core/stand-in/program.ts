import { addressOf, type Definition, type ProgramSpec } from "@/core/definition";
import { lookAtFile } from "@/core/program";
import type { SdoQuestion } from "@/core/protocol/canopen";
import type { Clock } from "@/core/protocol/channel";
import type { RawValue } from "@/core/value";
import type { Refused } from "./refused";

/** How long its memory takes to be written or cleared, in ms. */
const WRITING_MS = 60;

export type ProgramAnswer = { raw: RawValue; type: "octets" | "u8" | "u32" } | "written" | Refused;

/** The program memory of a stand-in drive: holds bytes, runs them in name only, and is half written where the power goes meanwhile. */
export class StandInProgram {
  private bytes: Uint8Array;
  private writingUntil = 0;
  private fault = 0;
  running = false;

  constructor(
    private readonly spec: ProgramSpec,
    private readonly clock: Pick<Clock, "now">,
    bytes: Uint8Array = new Uint8Array(),
  ) {
    this.bytes = bytes;
  }

  /** What is in it, where that is a program. */
  get identification(): number | undefined {
    const looked = lookAtFile(this.spec, this.bytes);
    return this.fault === 0 && looked.ok ? looked.identification : undefined;
  }

  powerOff(): void {
    this.running = false;
    if (!this.writing) return;
    // What was being written is cut off; its memory says so from then on.
    this.bytes = this.bytes.slice(0, this.bytes.length >> 1);
    this.fault = 3;
    this.writingUntil = 0;
  }

  /** Answers what is asked of its objects (CiA 302-3); undefined where another object is meant. `still`: no axis turns. `enabled`: it may run. */
  answer(question: SdoQuestion, about: { still: boolean; enabled: boolean }): ProgramAnswer | undefined {
    const { canopen } = this.spec;
    if (!canopen) return undefined;
    const is = (address: string | number): boolean =>
      addressOf(address) === question.index * 256 + question.sub;
    if (is(canopen.download)) return this.domain(question, about.still);
    if (is(canopen.control)) return this.control(question, about);
    if (question.kind === "write")
      return is(canopen.identification) || is(canopen.status) ? "read-only" : undefined;
    if (is(canopen.identification)) return { type: "u32", raw: this.identification ?? 0 };
    if (is(canopen.status)) return { type: "u32", raw: this.statusWord() };
    return undefined;
  }

  private get writing(): boolean {
    return this.clock.now() < this.writingUntil;
  }

  private statusWord(): number {
    if (this.writing) return 1;
    const fault = this.fault || (this.identification === undefined ? 1 : 0);
    return fault << 1;
  }

  private domain(question: SdoQuestion, still: boolean): ProgramAnswer {
    if (question.kind === "read")
      return this.identification === undefined ? "state" : { type: "octets", raw: digits(this.bytes) };
    if (this.writing) return "busy";
    if (this.running || !still) return "state";
    this.bytes = Uint8Array.from(String(question.raw).match(/../g) ?? [], (pair) => parseInt(pair, 16));
    this.fault = this.bytes.length > (this.spec.file?.mostBytes ?? Infinity) ? 5 : 0;
    this.writingUntil = this.clock.now() + WRITING_MS;
    return "written";
  }

  private control(
    question: SdoQuestion,
    { still, enabled }: { still: boolean; enabled: boolean },
  ): ProgramAnswer {
    if (question.kind === "read") return { type: "u8", raw: this.running ? 1 : 0 };
    if (this.writing) return "busy";
    switch (question.raw) {
      case 0:
        this.running = false;
        return "written";
      case 1:
        if (!enabled || this.identification === undefined) return "state";
        this.running = true;
        return "written";
      case 3:
        if (this.running || !still) return "state";
        this.bytes = new Uint8Array();
        this.fault = 0;
        this.writingUntil = this.clock.now() + WRITING_MS;
        return "written";
      default:
        return "value";
    }
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

const digits = (bytes: Uint8Array): string =>
  Array.from(bytes, (each) => each.toString(16).padStart(2, "0"))
    .join("")
    .toUpperCase();
