import { charactersMs, exchangeMs, type Line } from "./wire-time";

/**
 * A stop waits for the frame on the wire, whoever sent it, and takes 30 ms itself at 9600 baud: with no frame longer than this, in ms, the line has it done within 100 wherever
 * in a reading it comes, but for the first few ms of the longest frames.
 */
const LONGEST_FRAME_MS = 78;
/** On the slowest lines so many times what a question takes without its values: shorter frames would cost more than they save. */
const LONGEST_FRAME = 2.5;

/** A stretch of registers that must be read whole: one value. */
export interface Span {
  code: string;
  address: number;
  registers: number;
}

/** One question: neighbouring registers, and the spans that lie in it. */
export interface ReadFrame {
  address: number;
  count: number;
  spans: Span[];
}

export interface ReadLimits {
  registersPerRead: number;
  readAcrossGaps: boolean;
  /** What a frame costs beside its registers, in registers: so many may be read for nothing before a frame of their own is the cheaper way. */
  frameCost: number;
}

/**
 * Groups spans into the questions that take the line the least time, within the family's limits: where a frame may end is weighed over all of them,
 * since one that is filled to its limit may leave its neighbour to read more for nothing. A value is never cut in two. A span wider than the limit
 * gets a frame of its own; the drive then says what it thinks of it.
 */
export function planReads(spans: readonly Span[], limits: ReadLimits): ReadFrame[] {
  const sorted = [...spans].sort((a, b) => a.address - b.address);
  // The cheapest way to read all spans before one: its cost, and where its last frame begins.
  const ways: Array<{ cost: number; from: number }> = [{ cost: 0, from: 0 }];
  sorted.forEach(({ address }, from) => {
    let end = address;
    for (let to = from; to < sorted.length; to++) {
      const span = sorted[to]!;
      if (to > from && span.address > end && !limits.readAcrossGaps) break;
      end = Math.max(end, span.address + span.registers);
      if (to > from && end - address > limits.registersPerRead) break;
      const cost = ways[from]!.cost + limits.frameCost + (end - address);
      if (cost < (ways[to + 1]?.cost ?? Infinity)) ways[to + 1] = { cost, from };
    }
  });
  const frames: ReadFrame[] = [];
  for (let to = sorted.length; to > 0; to = ways[to]!.from)
    frames.unshift(frameOf(sorted.slice(ways[to]!.from, to)));
  return frames;
}

/**
 * Two halves of a frame whose reading was refused, cut between two values; undefined when only one value is left:
 * then it is the one the drive has not got.
 */
export function splitFrame(frame: ReadFrame): [ReadFrame, ReadFrame] | undefined {
  if (frame.spans.length < 2) return undefined;
  const middle = Math.floor(frame.spans.length / 2);
  return [frameOf(frame.spans.slice(0, middle)), frameOf(frame.spans.slice(middle))];
}

function frameOf(spans: Span[]): ReadFrame {
  const address = Math.min(...spans.map((each) => each.address));
  const end = Math.max(...spans.map((each) => each.address + each.registers));
  return { address, count: end - address, spans };
}

/** What another frame costs on a line without its data, in registers. */
export function frameCost(line: Line): number {
  return exchangeMs(line, 5, 2) / charactersMs(line, 2);
}

/** Registers that one question may ask for on a line, so that a stop behind it does not wait long. */
export function registersInTime(line: Line): number {
  const alone = exchangeMs(line, 5, 2);
  const longest = Math.max(LONGEST_FRAME_MS, LONGEST_FRAME * alone);
  return Math.floor((longest - alone) / charactersMs(line, 2));
}
