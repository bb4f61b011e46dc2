import type { WriteStep } from "@/core/restore";
import type { Parameter } from "@/core/value";
import { counted } from "@/core/words";
import { GroupStrip } from "@/ui/group-strip";
import { line } from "./parameter";

/** The strip of a writing, and how many stand where, in words. */
export function WriteProgress({
  steps,
  byCode,
  groups,
}: {
  steps: WriteStep[];
  byCode: ReadonlyMap<string, Parameter>;
  groups: Array<{ id: string; title: string }>;
}) {
  const cells = groups.flatMap(({ id, title }) => {
    const own = steps.filter((each) => byCode.get(each.code)?.group === id);
    if (own.length === 0) return [];
    const refused = own.filter((each) => each.state === "refused" || each.state === "other").length;
    return [
      {
        id,
        title,
        count: own.length,
        done: own.filter((each) => each.state === "written").length + refused,
        refused,
      },
    ];
  });
  return <GroupStrip label="Writing to the drive" cells={cells} />;
}

const PERMANENT_WORDS = {
  yes: "all of them permanent",
  no: "not permanent yet: gone at a power-off",
  unknown: "whether permanent is not known",
};

/** How many parameters are written, not written, or unknown: the truth about a half-done restore. */
export function Truth({
  steps,
  permanent,
  working = false,
}: {
  steps: WriteStep[];
  permanent: "no" | "yes" | "unknown";
  /** It goes on by itself: what is sent is about to be answered. */
  working?: boolean;
}) {
  const count = (...states: WriteStep["state"][]): number =>
    steps.filter((each) => states.includes(each.state)).length;
  const written = count("written");
  const unknown = count("unknown") + (working ? 0 : count("sent"));
  const parts = [
    `${written} of ${counted(steps.length, "parameter")} written`,
    count("planned") > 0 && `${count("planned")} not written`,
    working && count("sent") > 0 && `${count("sent")} being sent`,
    unknown > 0 && `${unknown} unknown until read back`,
    count("refused") > 0 && `${count("refused")} refused`,
    count("other") > 0 && `${count("other")} read back otherwise`,
    written > 0 && PERMANENT_WORDS[permanent],
  ];
  return <p>{parts.filter(Boolean).join(", ")}.</p>;
}

/** Steps that did not go as planned, with what the drive said and what to do. */
export function Trouble({
  steps,
  byCode,
  working,
  onAgain,
}: {
  steps: WriteStep[];
  byCode: ReadonlyMap<string, Parameter>;
  working: boolean;
  onAgain?: (ordinals: number[]) => void;
}) {
  const list = steps
    .map((step, ordinal) => ({ step, ordinal }))
    .filter(({ step }) => ["refused", "other", "unknown", ...(working ? [] : ["sent"])].includes(step.state));
  if (list.length === 0) return null;
  return (
    <ul className="text-[14px] mt-2">
      {list.map(({ step, ordinal }) => (
        <li
          key={step.code}
          className="border-t border-hairline py-1.5 grid items-start gap-x-4 sm:grid-cols-[5rem_13rem_1fr_auto]"
        >
          <span className="font-mono">{step.code}</span>
          <span>
            {byCode.get(step.code)?.name}
            <span className="block text-soft font-mono text-[13px]">
              to {line(byCode.get(step.code), step.to)}
              {step.readBack !== undefined && `, reads ${line(byCode.get(step.code), step.readBack)}`}
            </span>
          </span>
          <span>
            {step.state === "sent" || step.state === "unknown"
              ? "Sent, not answered: unknown until it is read back."
              : step.said}
            <span className="block text-soft">{step.remedy}</span>
          </span>
          {onAgain && (step.state === "refused" || step.state === "other") && (
            <button
              type="button"
              className="underline underline-offset-4 min-h-8 text-left pointer-coarse:min-h-11"
              onClick={() => onAgain([ordinal])}
            >
              Try it again
            </button>
          )}
        </li>
      ))}
    </ul>
  );
}
