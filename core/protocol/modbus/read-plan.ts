import { charactersMs, exchangeMs, type Line } from "./wire-time";

/** A stop waits for the frame on the wire, whoever sent it, and takes some 30 ms itself at 9600 baud: with no frame longer than this, in ms, the line has it done within 100. */
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
  /** Registers that may be read for nothing before a frame of their own is the cheaper way. */
  worthwhileGap: number;
}

/**
 * Groups spans into as few questions as the family's limits allow. Spans are joined across a gap only when reading the
 * unused registers costs less than another frame, and a value is never cut in two.
 * A span wider than the limit gets a frame of its own; the drive then says what it thinks of it.
 */
export function planReads(spans: readonly Span[], limits: ReadLimits): ReadFrame[] {
  const frames: ReadFrame[] = [];
  let open: ReadFrame | undefined;
  for (const span of [...spans].sort((a, b) => a.address - b.address)) {
    const end = span.address + span.registers;
    if (open) {
      const gap = span.address - (open.address + open.count);
      const joins = gap <= 0 || (limits.readAcrossGaps && gap <= limits.worthwhileGap);
      if (joins && end - open.address <= limits.registersPerRead) {
        open.count = Math.max(open.count, end - open.address);
        open.spans.push(span);
        continue;
      }
    }
    open = { address: span.address, count: span.registers, spans: [span] };
    frames.push(open);
  }
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

/** Registers worth reading for nothing on a line: what another frame costs without its data, divided by what a register costs. */
export function worthwhileGap(line: Line): number {
  return Math.floor(exchangeMs(line, 5, 2) / charactersMs(line, 2));
}

/** Registers that one question may ask for on a line, so that a stop behind it does not wait long. */
export function registersInTime(line: Line): number {
  const alone = exchangeMs(line, 5, 2);
  const longest = Math.max(LONGEST_FRAME_MS, LONGEST_FRAME * alone);
  return Math.floor((longest - alone) / charactersMs(line, 2));
}
