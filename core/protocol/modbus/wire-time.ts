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

/** Bytes that an RTU frame has around its PDU: the address before, the two check bytes behind. */
const AROUND = 3;

/**
 * The time one question and its answer take on a serial line (Modbus over Serial Line V1.02, clause 2.5.1):
 * both frames, the silent gap of 3.5 characters after each, and the drive's turn-around.
 */
export function exchangeMs(line: Line, questionPdu: number, answerPdu: number): number {
  const gap = 3.5;
  return charactersMs(line, AROUND + questionPdu + gap + AROUND + answerPdu + gap) + line.turnaroundMs;
}

/** The same for a question whose answer is as asked. */
export function questionMs(line: Line, question: Question): number {
  return exchangeMs(line, encodeQuestion(question).length, answerLength(question));
}
