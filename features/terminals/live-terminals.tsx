"use client";
import { bench } from "@/core/contract";
import { usePlant } from "@/features/house/use-plant";
import { again } from "@/features/live/again";
import { useAsked } from "@/features/live/query";
import { Link } from "@/ui/link";
import { Empty, Notice } from "@/ui/notice";
import { clock } from "@/ui/when";
import { TerminalList } from "./terminal-list";

/** The terminals of a connected drive, asked again and again as the line can bear. */
export function LiveTerminals({ connection, title }: { connection: string; title: string }) {
  const { plant, to } = usePlant();
  const answer = useAsked(
    bench.terminalsNow,
    { params: { plant, connection } },
    { everyMs: again, keepLast: true },
  );
  return (
    <div className="flex-1 min-h-0 overflow-auto">
      <div className="px-6 max-sm:px-3 py-4 w-full max-w-6xl mx-auto">
        <h1 className="text-xl font-semibold">Terminals of {title}</h1>
        <p className="text-soft text-[15px]">
          <Link className="underline underline-offset-4" href={to(`/bench/${connection}`)}>
            Back to the drive
          </Link>
          {answer?.ok &&
            `. As they were at ${clock(answer.value.at)}, asked again and again while this page is open.`}
        </p>
        {answer && !answer.ok && (
          <div className="mt-3">
            <Notice kind="caution" title={answer.trouble.text}>
              {answer.trouble.remedy}
            </Notice>
          </div>
        )}
        {answer?.ok && answer.value.terminals.length === 0 && (
          <Empty title="No terminals are told.">
            The definition of this family does not say which there are.
          </Empty>
        )}
        {answer?.ok && <TerminalList terminals={answer.value.terminals} live />}
        {!answer && <p className="mt-3 text-soft">Asking the drive ...</p>}
      </div>
    </div>
  );
}
