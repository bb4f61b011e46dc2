import { answerLength, encodeQuestion, type Question } from "./pdu";

/** What the line costs, whatever the software does. */
export interface Line {
  baud: number;
  /** Start, data, parity and stop bits of one character: 10 or 11. */
  bitsPerCharacter: number;
  turnaroundMs: number;
}

/** Time for a number of characters on the line, in ms. */
export function charactersMs(line: Line, characters: number): number {
  return (characters * line.bitsPerCharacter * 1000) / line.baud;
}

/** The silence between two frames, in ms: 3.5 characters, above 19,200 baud fixed at 1.75 ms (Modbus over Serial Line V1.02, clause 2.5.1.1). */
export function gapMs(line: Line): number {
  return line.baud > 19_200 ? 1.75 : charactersMs(line, 3.5);
}

/** Bytes that an RTU frame has around its PDU: the address before, the two check bytes behind. */
const AROUND = 3;

/**
 * The time one question and its answer take on a serial line (Modbus over Serial Line V1.02, clause 2.5.1):
 * both frames, the silent gap after each, and the drive's turn-around.
 */
export function exchangeMs(line: Line, questionPdu: number, answerPdu: number): number {
  return charactersMs(line, AROUND + questionPdu + AROUND + answerPdu) + 2 * gapMs(line) + line.turnaroundMs;
}

/** The same for a question whose answer is as asked. */
export function questionMs(line: Line, question: Question): number {
  return exchangeMs(line, encodeQuestion(question).length, answerLength(question));
}
