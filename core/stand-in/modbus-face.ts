import { addressOf } from "@/core/definition";
import type { Answer, Question } from "@/core/protocol/modbus";
import { decodeRegisters, encodeRegisters } from "@/core/value";
import type { StandInDrive } from "./drive";
import { answerRecords, commandProgram } from "./program-records";
import type { Refused } from "./refused";
import { identityOf, specialsOf, type Special } from "./special";

export type ModbusAnswer = Exclude<Answer, { kind: "malformed" }>;

const EXCEPTIONS: Record<Refused, number> = {
  function: 1,
  "no-such-address": 2,
  "read-only": 2,
  "too-high": 3,
  "too-low": 3,
  value: 3,
  length: 2,
  "too-much": 3,
  state: 4,
  locked: 4,
  busy: 6,
};
const exception = (refused: Refused): ModbusAnswer => ({ kind: "exception", code: EXCEPTIONS[refused] });

/** What a drive answers to a Modbus question; undefined when it is silent. */
export function handleModbus(drive: StandInDrive, question: Question): ModbusAnswer | undefined {
  return drive.alive ? answerModbus(drive, question) : undefined;
}

/** How a drive looks on a Modbus line: parameters, identity and status as registers, refusals as exceptions. */
function answerModbus(drive: StandInDrive, question: Question): ModbusAnswer {
  const { shown } = drive;
  const link = shown.definition.file.modbus!;
  if (question.kind === "read")
    return question.function === link.readFunction
      ? read(drive, shown, question.address, question.count)
      : exception("function");
  if (question.kind === "read-file" || question.kind === "write-file") return records(drive, question);
  const values = question.kind === "write-one" ? [question.value] : question.values;
  if (!link.writeFunctions.includes(question.kind === "write-one" ? 6 : 16)) return exception("function");
  if (values.length > link.registersPerWrite) return exception("too-much");
  const over = switchingOver(drive, question.address, values);
  if (over !== undefined) {
    const refused = drive.switchOver(over);
    return refused ? exception(refused) : { kind: "written" };
  }
  const told = drive.ofProgram((program, around) =>
    commandProgram(program, question.address, values, around, () => drive.lockedOut()),
  );
  if (told !== undefined) return told === "done" ? { kind: "written" } : exception(told);
  const parameter = shown.byAddress.get(`0/${question.address}`);
  const fits =
    parameter === undefined ||
    (parameter.address === question.address && parameter.registers === values.length);
  const type = parameter?.type ?? (values.length > 1 ? "u32" : "u16");
  const raw = fits ? decodeRegisters(type, values, parameter?.wordOrder ?? link.wordOrder) : undefined;
  const refused = shown.write(question.address, 0, raw);
  return refused ? exception(refused) : { kind: "written" };
}

/** Its own program comes and goes as the records of a file. */
function records(
  drive: StandInDrive,
  question: Question & { kind: "read-file" | "write-file" },
): ModbusAnswer {
  if (!drive.program?.spec.modbus) return exception("function");
  if (question.kind === "write-file" && drive.lockedOut()) return exception("locked");
  const answer = drive.ofProgram((program, around) => answerRecords(program, question, around));
  if (answer === "written") return { kind: "written" };
  if (answer === undefined) return exception("no-such-address");
  return typeof answer === "string" ? exception(answer) : { kind: "registers", values: answer };
}

/** Whether it is told to imitate its predecessor (true) or to be itself again (false); it can be told either way, whatever it answers as. */
function switchingOver(
  { definition }: StandInDrive,
  address: number,
  values: readonly number[],
): boolean | undefined {
  const { on, off } = definition.file.imitates ?? {};
  const told = [on, off].find(
    (each) => each && addressOf(each.address) === address && values.length === 1 && each.value === values[0],
  );
  return told && told === on;
}

function read(drive: StandInDrive, shown: StandInDrive, address: number, count: number): ModbusAnswer {
  const link = shown.definition.file.modbus!;
  if (count < 1 || count > link.registersPerRead) return exception("too-much");
  const first = shown.byAddress.get(`0/${address}`);
  const last = shown.byAddress.get(`0/${address + count - 1}`);
  if (first && first.address !== address) return exception("no-such-address");
  if (last && last.address + last.registers !== address + count) return exception("no-such-address");
  let special: Map<number, number> | undefined;
  const values = new Uint16Array(count);
  for (let i = 0; i < count; i++) {
    const at = address + i;
    if (shown.lacking.has(at)) return exception("no-such-address");
    const tells = tellsOfItself(drive, shown, at);
    const owner = tells ? undefined : shown.byAddress.get(`0/${at}`);
    if (owner) {
      const registers = encodeRegisters(
        owner.type,
        shown.read(owner),
        owner.wordOrder ?? link.wordOrder,
        owner.length,
      );
      for (
        let k = at - owner.address;
        k < registers.length && i < count && !tellsOfItself(drive, shown, address + i);
        k++, i++
      )
        values[i] = registers[k]!;
      i -= 1;
      continue;
    }
    const word = (special ??= wordsOf(drive, shown)).get(at);
    if (word !== undefined) values[i] = word;
    else if (!(link.readAcrossGaps && nearParameter(shown, at))) return exception("no-such-address");
  }
  return { kind: "registers", values };
}

/** A hole between parameters of one block of 64 registers: read as 0 by drives that allow it. */
function nearParameter(drive: StandInDrive, address: number): boolean {
  const block = address >> 6;
  let blocks = BLOCKS.get(drive);
  if (!blocks)
    BLOCKS.set(
      drive,
      (blocks = new Set(
        [...drive.byAddress.values()].flatMap((each) => [
          each.address >> 6,
          (each.address + each.registers - 1) >> 6,
        ]),
      )),
    );
  return blocks.has(block);
}
const BLOCKS = new WeakMap<StandInDrive, Set<number>>();

const TELLING = new WeakMap<StandInDrive, Set<number>>();

/** Whether a register tells of the drive itself, also where a parameter stands at it. */
function tellsOfItself(drive: StandInDrive, shown: StandInDrive, address: number): boolean {
  let telling = TELLING.get(shown);
  if (!telling) TELLING.set(shown, (telling = new Set(wordsOf(drive, shown).keys())));
  return telling.has(address);
}

function wordsOf(drive: StandInDrive, shown: StandInDrive): Map<number, number> {
  const words = new Map<number, number>();
  const put = (key: string, special: Special): void => {
    const address = Number(key.split("/")[1]);
    encodeRegisters(
      special.type,
      special.raw,
      shown.definition.file.modbus!.wordOrder,
      special.length,
    ).forEach((word, i) => words.set(address + i, word));
  };
  for (const [key, special] of specialsOf(shown)) put(key, special);
  // Who it really is can be read also while it imitates another; so can the sign that it does.
  if (drive !== shown) {
    for (const [key, special] of identityOf(drive)) put(key, special);
    const active = drive.definition.file.imitates!.active;
    words.set(Number(active.address), active.equals ?? 1 << active.bit!);
  }
  return words;
}
