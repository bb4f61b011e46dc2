import type { Definition } from "@/core/definition";
import { exchangeMs } from "@/core/protocol/modbus";
import { speaksOn, type LinkSettings } from "./settings";

/** What operating systems and USB adapters may add on a serial port: their buffers are emptied every 16 ms. */
const ADAPTER_MS = 20;
/** The same across a network, to a gateway or drive in the plant. */
const NETWORK_MS = 60;
/** A gateway's own wait for a silent drive is not ours to know: the first question waits this long for its word. */
const FALLBACK_MS = 400;

/**
 * How long to wait for somebody when looking. Quick: what the wire needs for a question and its answer, the slowest family's usual turn-around several times over,
 * and what adapters and networks add; never less than twice the slowest answer seen so far. A drive that needs longer is not missed: its answer is noticed
 * when it comes late, and it is asked again with patience. Patient: as long as the slowest family may take.
 */
export class KnockTimeout {
  private slowestSeenMs = 0;
  private readonly quickMs: number;
  private readonly patientMs: number;

  constructor(settings: LinkSettings, definitions: readonly Definition[]) {
    const families = definitions.filter((each) => speaksOn(each, settings));
    this.patientMs = Math.max(FALLBACK_MS, ...families.map((each) => each.slowestAnswerMs));
    const turnaround = Math.max(5, ...families.map((each) => each.file.modbus?.turnaroundMs ?? 0));
    if (settings.kind === "modbus-serial") {
      // Question 5 bytes, answer to one register 4 bytes; ASCII writes each byte as two characters.
      const wire =
        exchangeMs(
          { baud: settings.baud, bitsPerCharacter: settings.framing === "ascii" ? 10 : 11, turnaroundMs: 0 },
          5,
          4,
        ) * (settings.framing === "ascii" ? 2 : 1);
      this.quickMs = wire + 4 * turnaround + ADAPTER_MS;
    } else if (settings.kind === "modbus-rtu-over-tcp") {
      // The gateway's speed is not known here: 9,600 baud is the slowest that is usual.
      this.quickMs =
        exchangeMs({ baud: 9600, bitsPerCharacter: 11, turnaroundMs: 0 }, 5, 4) + 4 * turnaround + NETWORK_MS;
    } else {
      this.quickMs = this.patientMs;
    }
  }

  /** Milliseconds to wait for the next answer. */
  next(patient: boolean): number {
    return patient
      ? this.patientMs
      : Math.min(this.patientMs, Math.max(this.quickMs, 2 * this.slowestSeenMs));
  }

  /** An answer came after so many milliseconds. */
  saw(ms: number): void {
    this.slowestSeenMs = Math.max(this.slowestSeenMs, ms);
  }
}
