import {
  decodeFileQuestion,
  decodeRecords,
  encodeFileQuestion,
  encodeRecords,
  type FileQuestion,
} from "./file-record";

/** Questions and answers of the Modbus Application Protocol V1.1b3, as protocol data units. */

export type Question =
  | FileQuestion
  | { kind: "read"; function: 3 | 4; address: number; count: number }
  | { kind: "write-one"; address: number; value: number }
  | { kind: "write-many"; address: number; values: number[] };

export type Answer =
  | { kind: "registers"; values: Uint16Array }
  | { kind: "written" }
  | { kind: "exception"; code: number }
  | { kind: "malformed"; reason: string };

/** PDU of a question (V1.1b3 clauses 6.3, 6.4, 6.6, 6.12). */
export function encodeQuestion(question: Question): Uint8Array {
  switch (question.kind) {
    case "read":
      return bytes(question.function, question.address, question.count);
    case "write-one":
      return bytes(6, question.address, question.value);
    case "write-many": {
      const head = bytes(16, question.address, question.values.length);
      const pdu = new Uint8Array(6 + question.values.length * 2);
      pdu.set(head);
      pdu[5] = question.values.length * 2;
      question.values.forEach((value, i) => {
        pdu[6 + 2 * i] = value >> 8;
        pdu[7 + 2 * i] = value & 0xff;
      });
      return pdu;
    }
    default:
      return encodeFileQuestion(question);
  }
}

/**
 * Reads the answer to a question. An answer with another function, length, address or value than was asked
 * is malformed: it is never taken for the answer.
 */
export function decodeAnswer(question: Question, pdu: Uint8Array): Answer {
  const asked = functionOf(question);
  const got = pdu[0];
  if (got === (asked | 0x80)) {
    return pdu.length === 2
      ? { kind: "exception", code: pdu[1]! }
      : malformed("an exception of the wrong length");
  }
  if (got !== asked) return malformed(`function ${got ?? "none"} instead of ${asked}`);
  if (question.kind === "read") {
    if (pdu[1] !== question.count * 2 || pdu.length !== 2 + question.count * 2)
      return malformed(`${pdu.length - 2} bytes instead of ${question.count * 2}`);
    const values = new Uint16Array(question.count);
    for (let i = 0; i < question.count; i++) values[i] = (pdu[2 + 2 * i]! << 8) | pdu[3 + 2 * i]!;
    return { kind: "registers", values };
  }
  if (question.kind === "read-file") {
    const values = decodeRecords(pdu, question.count);
    return values ? { kind: "registers", values } : malformed(`not the ${question.count} records of a file`);
  }
  const expected = echoOf(question);
  if (pdu.length !== expected.length || expected.some((byte, i) => byte !== pdu[i]))
    return malformed("an echo of another write");
  return { kind: "written" };
}

/** Most registers in one question (V1.1b3, clauses 6.3, 6.4, 6.12). */
const MOST_READ = 125;
const MOST_WRITTEN = 123;

/** Reads a question as a drive receives it, or gives the exception that it deserves: 1 for a function that is not known, 2 for a wrong file or record, 3 for a wrong quantity or length. */
export function decodeQuestion(pdu: Uint8Array): Question | 1 | 2 | 3 {
  const address = ((pdu[1] ?? 0) << 8) | (pdu[2] ?? 0);
  const second = ((pdu[3] ?? 0) << 8) | (pdu[4] ?? 0);
  switch (pdu[0]) {
    case 3:
    case 4:
      return pdu.length === 5 && second >= 1 && second <= MOST_READ
        ? { kind: "read", function: pdu[0], address, count: second }
        : 3;
    case 6:
      return pdu.length === 5 ? { kind: "write-one", address, value: second } : 3;
    case 16: {
      if (second < 1 || second > MOST_WRITTEN || pdu[5] !== second * 2 || pdu.length !== 6 + second * 2)
        return 3;
      const values = Array.from({ length: second }, (_, i) => (pdu[6 + 2 * i]! << 8) | pdu[7 + 2 * i]!);
      return { kind: "write-many", address, values };
    }
    case 20:
    case 21:
      return decodeFileQuestion(pdu);
    default:
      return 1;
  }
}

/** PDU of an answer, as a drive sends it. */
export function encodeAnswer(question: Question, answer: Exclude<Answer, { kind: "malformed" }>): Uint8Array {
  if (answer.kind === "exception") return Uint8Array.of(functionOf(question) | 0x80, answer.code);
  if (answer.kind === "written") return echoOf(question);
  if (question.kind === "read-file") return encodeRecords(answer.values);
  const pdu = new Uint8Array(2 + answer.values.length * 2);
  pdu[0] = functionOf(question);
  pdu[1] = answer.values.length * 2;
  answer.values.forEach((value, i) => {
    pdu[2 + 2 * i] = value >> 8;
    pdu[3 + 2 * i] = value & 0xff;
  });
  return pdu;
}

/** Length of the answer's PDU when the drive does as asked; for the wire's limit. */
export function answerLength(question: Question): number {
  switch (question.kind) {
    case "read":
      return 2 + question.count * 2;
    case "read-file":
      return 4 + question.count * 2;
    case "write-file":
      return 9 + question.values.length * 2;
    default:
      return 5;
  }
}

const FUNCTIONS = { "write-one": 6, "write-many": 16, "read-file": 20, "write-file": 21 } as const;

/** The function code of a question. */
export function functionOf(question: Question): number {
  return question.kind === "read" ? question.function : FUNCTIONS[question.kind];
}

/** What a drive answers to a write that it did: its beginning, or all of it where records were written (clause 6.15). */
function echoOf(question: Question): Uint8Array {
  const asked = encodeQuestion(question);
  return question.kind === "write-file" ? asked : asked.slice(0, 5);
}

function bytes(code: number, first: number, second: number): Uint8Array {
  return Uint8Array.of(code, first >> 8, first & 0xff, second >> 8, second & 0xff);
}

function malformed(reason: string): Answer {
  return { kind: "malformed", reason };
}
