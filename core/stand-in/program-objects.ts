import { addressOf } from "@/core/definition";
import type { SdoQuestion } from "@/core/protocol/canopen";
import type { RawValue } from "@/core/value";
import type { Around, StandInProgram } from "./program";
import type { Refused } from "./refused";

export type ProgramAnswer = { raw: RawValue; type: "octets" | "u8" | "u32" } | "written" | Refused;

/** The codes of the flash status for: no valid program, and damaged data. */
const NO_PROGRAM = 1;
const DAMAGED = 3;

/** What a program answers to a question for its objects (CiA 302-3, 1F50 to 1F57); undefined where another object is meant. */
export function answerObject(
  program: StandInProgram,
  question: SdoQuestion,
  around: Around,
): ProgramAnswer | undefined {
  const { canopen } = program.spec;
  if (!canopen) return undefined;
  const is = (address: string | number): boolean =>
    addressOf(address) === question.index * 256 + question.sub;
  const reads = question.kind === "read";
  if (is(canopen.download)) {
    if (!reads) return program.put(bytesOf(String(question.raw)), around) ?? "written";
    return program.identification === undefined ? "state" : { type: "octets", raw: digits(program.bytes) };
  }
  if (is(canopen.control)) {
    if (reads) return { type: "u8", raw: program.running ? 1 : 0 };
    if (question.raw === 0) return program.stop() ?? "written";
    if (question.raw === 1) return program.start(around) ?? "written";
    return question.raw === 3 ? (program.clear(around) ?? "written") : "value";
  }
  const told = is(canopen.identification) || is(canopen.status);
  if (!told) return undefined;
  if (!reads) return "read-only";
  return { type: "u32", raw: is(canopen.status) ? statusWord(program) : (program.identification ?? 0) };
}

function statusWord(program: StandInProgram): number {
  if (program.busy) return 1;
  if (program.empty) return NO_PROGRAM << 1;
  return program.identification === undefined ? DAMAGED << 1 : 0;
}

const bytesOf = (text: string): Uint8Array =>
  Uint8Array.from(text.match(/../g) ?? [], (pair) => parseInt(pair, 16));

const digits = (bytes: Uint8Array): string =>
  Array.from(bytes, (each) => each.toString(16).padStart(2, "0"))
    .join("")
    .toUpperCase();
