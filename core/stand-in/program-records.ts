import { addressOf, type Sign } from "@/core/definition";
import { RECORDS_PER_FILE, type Question } from "@/core/protocol/modbus";
import type { Around, StandInProgram } from "./program";
import type { Refused } from "./refused";

/** What a program answers to a question for the records of its file (Modbus V1.1b3, 6.14 and 6.15); undefined where another file is meant. */
export function answerRecords(
  program: StandInProgram,
  question: Question & { kind: "read-file" | "write-file" },
  around: Around,
): Uint16Array | "written" | Refused | undefined {
  const { modbus, file } = program.spec;
  const first = (question.file - (modbus?.file ?? 0)) * RECORDS_PER_FILE + question.record;
  const most = Math.ceil((file?.mostBytes ?? 0) / 2);
  const count = question.kind === "read-file" ? question.count : question.values.length;
  if (!modbus || first < 0 || first + count > most) return undefined;
  if (program.busy) return "busy";
  if (question.kind === "read-file") {
    const { bytes } = program;
    return Uint16Array.from({ length: count }, (_, i) => {
      const at = 2 * (first + i);
      return ((bytes[at] ?? 0) << 8) | (bytes[at + 1] ?? 0);
    });
  }
  if (program.running || !around.still || !program.empty) return "state";
  if (count > modbus.recordsPerFrame) return "too-much";
  question.values.forEach((value, i) => (program.arriving[first + i] = value));
  return "written";
}

/** Does what a write to one of a program's registers asks for; undefined where another register is meant. */
export function commandProgram(
  program: StandInProgram,
  address: number,
  values: readonly number[],
  around: Around,
  lockedOut: () => boolean,
): "done" | Refused | undefined {
  const { modbus } = program.spec;
  if (!modbus) return undefined;
  const told = (["start", "stop", "clear", "accept"] as const).find((each) => {
    const { address: at, value } = modbus[each];
    return addressOf(at) === address && values.length === 1 && values[0] === value;
  });
  if (told === undefined) return undefined;
  if (lockedOut()) return "locked";
  if (told === "accept") return accept(program, around) ?? "done";
  return program[told](around) ?? "done";
}

/** Keeps what came: as many bytes as its beginning says, or all of it. */
function accept(program: StandInProgram, around: Around): Refused | undefined {
  const { arriving } = program;
  const all = Uint8Array.from({ length: 2 * arriving.length }, (_, i) => {
    const word = arriving[i >> 1] ?? 0;
    return i % 2 === 0 ? word >> 8 : word & 0xff;
  });
  const at = program.spec.file?.lengthAt;
  const said =
    at === undefined || all.length < at + 4 ? all.length : new DataView(all.buffer).getUint32(at, true);
  return program.put(all.slice(0, said), around);
}

/** The signs that tell of a program, with whether each is given. */
export function programSigns(program: StandInProgram): Array<[sign: Sign, given: boolean]> {
  const { modbus } = program.spec;
  if (!modbus) return [];
  return [
    [modbus.runs, program.running],
    [modbus.busy, program.busy],
    [modbus.empty, program.empty],
    [modbus.valid, program.identification !== undefined],
  ];
}
