"use client";
import { useRouter } from "next/navigation";
import { restore, type ConnectionView } from "@/core/contract";
import { OPERATION_WORDS, type Operation, type SwitchOver } from "@/core/restore";
import { counted } from "@/core/words";
import { Offered } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { Button } from "@/ui/button";

/** What is known of a connected drive's memories. */
export interface MemoryFacts {
  /** Every write is permanent at once. */
  atOnce: boolean;
  canMakePermanent: boolean;
  canReset: boolean;
  /** Of one that can answer as another: what can be switched over now. */
  switchOver: SwitchOver | undefined;
  /** How many values would be gone after a power-off; undefined where nobody knows which. */
  volatile: number | undefined;
  /** How often its permanent memory was written from here, and what it bears of one value. */
  written: { operations: number; most: { code: string; times: number } | undefined };
  bears: number | undefined;
}

/** Which values are volatile, and what can be done with the drive's memories as a whole. Each is an operation of its own, looked through first. */
export function Memories({ view, facts }: { view: ConnectionView; facts: MemoryFacts }) {
  const router = useRouter();
  const { plant, to } = usePlant();
  if (!view.position || view.phase !== "connected" || view.fit === "nearest") return null;
  const begin = async (operation: Exclude<Operation, "restore">): Promise<void> => {
    const begun = await act(restore.startOperation, {
      params: { plant },
      body: { connection: view.id, operation },
    });
    if (begun) router.push(to(`/restore/${begun.value.id}`));
  };
  const offered: Array<Exclude<Operation, "restore">> = [
    ...(view.state?.volatile === false || facts.atOnce || !facts.canMakePermanent
      ? []
      : (["make-permanent"] as const)),
    ...(view.state?.volatile === false || facts.atOnce ? [] : (["power-off"] as const)),
    ...(facts.canReset ? (["factory-reset"] as const) : []),
    ...(facts.switchOver ? [facts.switchOver] : []),
  ];
  return (
    <section aria-label="Memories" className="flex flex-wrap gap-x-4 gap-y-1.5 items-center text-[15px]">
      <p className="flex-1 min-w-72">
        {volatileWords(view, facts)} <span className="text-soft">{writtenWords(facts)}</span>
      </p>
      <Offered right="restore">
        <div className="flex flex-wrap gap-2">
          {offered.map((each) => (
            <Button key={each} onClick={() => void begin(each)}>
              {OPERATION_WORDS[each].title} ...
            </Button>
          ))}
        </div>
      </Offered>
    </section>
  );
}

function volatileWords({ state, outdated }: ConnectionView, { atOnce, volatile }: MemoryFacts): string {
  if (atOnce) return "In this family every write is permanent at once.";
  if (state?.volatile === undefined)
    return "Whether something is volatile is not told: its definition does not say how it tells.";
  if (!state.volatile) return "Nothing is volatile: what it holds is in its permanent memory.";
  if (volatile === undefined || outdated)
    return "Something is volatile and would be gone after a power-off; which values is not told.";
  return `${counted(volatile, "value")} would be gone after a power-off, by the last record in which nothing was volatile.`;
}

function writtenWords({ written, bears }: MemoryFacts): string {
  const { operations, most } = written;
  if (operations === 0) return "Its permanent memory was never written from here.";
  const times = most ? `, ${most.code} most often: ${most.times === 1 ? "once" : `${most.times} times`}` : "";
  const limit = bears === undefined ? "" : ` Its maker states ${bears.toLocaleString("en")} for one value.`;
  return `Its permanent memory was written from here in ${counted(operations, "operation")}${times}.${limit}`;
}
