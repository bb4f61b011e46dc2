import type { VerdictCounts } from "@/core/contract";
import { VERDICTS, type Verdict } from "@/core/readiness";
import { classes } from "@/ui/classes";

export const VERDICT_WORDS: Record<Verdict, string> = {
  no: "not replaceable",
  "with-care": "replaceable with care",
  ready: "ready",
};

/** The mark of a verdict: an open drop, a half one, a full one; the word with it for those who cannot see it. */
export function VerdictMark({ verdict }: { verdict: Verdict }) {
  return (
    <svg
      viewBox="0 0 14 14"
      width="14"
      height="14"
      role="img"
      aria-label={VERDICT_WORDS[verdict]}
      className={classes("inline", verdict === "ready" ? "text-ink" : "text-ochre")}
    >
      <title>{VERDICT_WORDS[verdict]}</title>
      <path
        d="M2 3.5 H12 M2 10.5 H12"
        stroke="currentColor"
        strokeWidth="1.8"
        strokeDasharray={verdict === "no" ? "2.2 1.7" : undefined}
      />
      {verdict !== "no" && <path d="M2 7 H7" stroke="currentColor" strokeWidth="3.2" />}
      {verdict === "ready" && <path d="M7 7 H12" stroke="currentColor" strokeWidth="3.2" />}
    </svg>
  );
}

const FILL: Record<Verdict, string> = {
  no: "bg-transparent border border-dashed border-ochre",
  "with-care": "bg-ochre/45 border border-ochre",
  ready: "bg-ink/70 border border-ink/70",
};

/** How the positions of an area stand, as a strip as wide as the area has positions. */
export function VerdictStrip({ counts }: { counts: VerdictCounts }) {
  const total = VERDICTS.reduce((sum, each) => sum + counts[each], 0);
  if (total === 0) return null;
  return (
    <span
      className="flex h-2.5 gap-px"
      role="img"
      aria-label={VERDICTS.filter((each) => counts[each] > 0)
        .map((each) => `${counts[each]} ${VERDICT_WORDS[each]}`)
        .join(", ")}
    >
      {VERDICTS.map(
        (each) =>
          counts[each] > 0 && (
            <span
              key={each}
              className={classes("rounded-[1px]", FILL[each])}
              style={{ flexGrow: counts[each] }}
            />
          ),
      )}
    </span>
  );
}
