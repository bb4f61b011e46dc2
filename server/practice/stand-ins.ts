import { randomUUID } from "node:crypto";
import type { Worker } from "node:worker_threads";
import type { StandInView } from "@/core/contract";
import { bad, good, type Result } from "@/core/drive";
import type { LinkSettings } from "@/core/link";
import { startThread } from "@/server/threads";
import type { PracticePlan, PracticeStandIn } from "./plan";

interface Answer {
  id: number;
  refused?: string;
  drives: StandInView[];
}

/** The stand-in drives of the practice plant, in a thread of their own, on loopback, started when somebody first needs them. After a new start they stand as planned. */
export class StandIns {
  /** Which start this is. */
  readonly start = randomUUID();
  private readonly thread: Worker;
  private readonly waiting = new Map<number, (answer: Answer | undefined) => void>();
  private asked = 0;
  private ended = false;

  /** `serials` says which drive stood at a tag last, so that a drive that was fitted is there again. */
  constructor(
    plan: PracticePlan,
    serials: ReadonlyMap<string, string>,
    private readonly onEnded: () => void,
  ) {
    this.thread = startThread("stand-ins", {
      workerData: {
        lines: plan.standIns.map(({ line, kind, tag, ...each }) => ({
          id: tag,
          title: line,
          kind,
          port: 0,
          baud: 0,
          gateway: false,
          drives: [{ ...make(each, serials.get(tag)), definitionId: each.definitionId, tag }],
        })),
      },
    });
    this.thread.unref();
    this.thread.on("message", (answer: Answer) => {
      this.waiting.get(answer.id)?.(answer);
      this.waiting.delete(answer.id);
    });
    this.thread.on("error", () => this.over());
    this.thread.on("exit", () => this.over());
  }

  /** What stands where now. */
  async views(): Promise<Result<StandInView[]>> {
    return this.act(undefined);
  }

  /** Does what a person does at a cabinet; the stand-ins check the request. */
  async act(act: Record<string, unknown> | undefined): Promise<Result<StandInView[]>> {
    if (this.ended) return GONE;
    const id = ++this.asked;
    const answer = await new Promise<Answer | undefined>((resolve) => {
      this.waiting.set(id, resolve);
      this.thread.postMessage({ id, act });
    });
    if (!answer) return GONE;
    if (answer.refused === undefined) return good(answer.drives);
    return bad({ kind: "bad-request", text: answer.refused, remedy: "Correct it and try again." });
  }

  async close(): Promise<void> {
    await this.thread.terminate();
  }

  private over(): void {
    if (this.ended) return;
    this.ended = true;
    for (const settle of this.waiting.values()) settle(undefined);
    this.waiting.clear();
    this.onEnded();
  }
}

const GONE: Result<never> = bad({
  kind: "lost",
  text: "The stand-ins do not answer.",
  remedy: "Load the page again: they start anew, and an exercise is begun anew.",
});

/** The drive that a machine of the plan runs with. */
export function make(
  { rating, firmware, serials, values }: Omit<PracticeStandIn, "line" | "kind" | "tag">,
  serial = `${serials}-100`,
) {
  return { rating, firmware, serial, values };
}

/** The way to a stand-in. */
export function linkOf({ kind, port }: StandInView): LinkSettings {
  const there = { host: "127.0.0.1", port };
  if (kind === "canopen") return { kind: "canopen-gateway", ...there, net: 1, inFlight: 8 };
  return { kind: kind === "rtu-over-tcp" ? "modbus-rtu-over-tcp" : "modbus-tcp", ...there };
}
