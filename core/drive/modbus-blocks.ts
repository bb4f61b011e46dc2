import type { ProgramSpec } from "@/core/definition";
import type { Clock } from "@/core/protocol/channel";
import { framesOf, recordsOf } from "@/core/protocol/modbus";
import { askPatiently } from "./asker";
import type { ModbusAsker } from "./modbus-items";
import { writeOutcomeOf, type BlockRun, type WriteOutcome } from "./session";
import { bad, good, troubleOf, type Result } from "./trouble";

/** What blocks of bytes need to know of a family: how many records go in a frame, how long an answer takes, and where a block says how long it is. */
interface BlockSpeech {
  program: ProgramSpec | undefined;
  slowestAnswerMs: number;
}

/**
 * Writes bytes as the records of a file, each frame once (Modbus V1.1b3, 6.15). Ends at the first that was not answered as asked: what was sent before
 * stands in the drive, which keeps nothing of it until it is told to.
 */
export async function writeRecords(
  asker: ModbusAsker,
  { program, slowestAnswerMs }: BlockSpeech,
  file: number,
  bytes: Uint8Array,
  { onShare, signal }: BlockRun = {},
): Promise<WriteOutcome> {
  const questions = recordsOf(file, bytes, program?.modbus?.recordsPerFrame ?? 1);
  for (const [i, question] of questions.entries()) {
    if (signal?.aborted) return { kind: "unknown", text: "Stopped before all of it was sent.", lost: false };
    const outcome = writeOutcomeOf(await asker.ask(question, slowestAnswerMs));
    if (outcome.kind !== "written") return outcome;
    onShare?.((i + 1) / questions.length);
  }
  return { kind: "written" };
}

/** Reads the records of a file as bytes (Modbus V1.1b3, 6.14). How many there are is told by their beginning; what tells of more than the family's most is no program. */
export async function readRecords(
  asker: ModbusAsker,
  clock: Clock,
  { program, slowestAnswerMs }: BlockSpeech,
  file: number,
): Promise<Result<Uint8Array>> {
  const { lengthAt, mostBytes } = program?.file ?? {};
  const most = program?.modbus?.recordsPerFrame;
  if (lengthAt === undefined || mostBytes === undefined || most === undefined) return bad(NOT_TOLD);
  const words: number[] = [];
  const upTo = async (total: number): Promise<Result<void>> => {
    for (const { file: of, record, count } of framesOf(file, words.length, total, most)) {
      const question = { kind: "read-file", file: of, record, count } as const;
      const outcome = await askPatiently(asker, clock, question, slowestAnswerMs);
      if (outcome.kind === "written") return bad(NOT_TOLD);
      if (outcome.kind !== "registers") return bad(troubleOf(outcome));
      words.push(...outcome.values);
    }
    return good(undefined);
  };
  const head = await upTo(Math.ceil((lengthAt + 4) / 2));
  if (!head.ok) return head;
  const said = new DataView(bytesOf(words).buffer).getUint32(lengthAt, true);
  if (said < lengthAt + 4 || said > mostBytes)
    return bad({
      kind: "refused",
      text: `What it gives back says that it has ${said} bytes: it is no whole program of this family.`,
      remedy: "See on its page whether a program is present; add its file from whoever made it.",
    });
  const rest = await upTo(Math.ceil(said / 2));
  return rest.ok ? good(bytesOf(words).slice(0, said)) : rest;
}

function bytesOf(words: readonly number[]): Uint8Array<ArrayBuffer> {
  const bytes = new Uint8Array(2 * words.length);
  words.forEach((word, i) => bytes.set([word >> 8, word & 0xff], 2 * i));
  return bytes;
}

const NOT_TOLD = {
  kind: "refused",
  text: "The definition does not say how its program is read back.",
  remedy: "Add its file from whoever made it.",
} as const;
