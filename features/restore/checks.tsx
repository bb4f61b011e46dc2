import type { Check } from "@/core/restore";
import { classes } from "@/ui/classes";

const WORD = { stop: "stop", caution: "caution", "not-told": "not told", fine: "fine" } as const;

/** Which checks that nobody tells a person says to have looked at, while the plan is looked through. */
export interface Looking {
  looked: ReadonlySet<string>;
  onLook: (id: string, looked: boolean) => void;
}

/** What was looked at before the first write: stop, not told, caution or fine, why, and what would make it fine. */
export function Checks({ checks, looking }: { checks: Check[]; looking?: Looking }) {
  const fine = checks.filter((each) => each.verdict === "fine");
  return (
    <>
      <Lines
        checks={[
          ...checks.filter((each) => each.verdict === "stop"),
          ...checks.filter((each) => each.verdict === "not-told"),
          ...checks.filter((each) => each.verdict === "caution"),
        ]}
        looking={looking}
      />
      {fine.length > 0 && (
        <details className="text-[15px] border-t border-hairline">
          <summary className="cursor-pointer py-1.5 text-soft">
            {fine.length} fine: {fine.map((each) => each.title.toLowerCase()).join(", ")}
          </summary>
          <Lines checks={fine} />
        </details>
      )}
    </>
  );
}

function Lines({ checks, looking }: { checks: Check[]; looking?: Looking }) {
  return (
    <table className="w-full text-[15px]">
      <tbody>
        {checks.map((check) => (
          <tr key={check.id} className="max-sm:flex max-sm:flex-wrap border-t border-hairline align-top">
            <td
              className={classes(
                "w-24 py-1.5 pr-2 font-semibold",
                check.verdict === "stop" && "text-vermilion",
                (check.verdict === "caution" || check.verdict === "not-told") && "text-ochre",
                check.verdict === "fine" && "text-soft font-normal",
              )}
            >
              <Sign verdict={check.verdict} /> {WORD[check.verdict]}
            </td>
            <td className="w-40 py-1.5 max-sm:font-semibold">{check.title}</td>
            <td className="py-1.5 max-sm:w-full max-sm:pt-0">
              {check.found}
              {check.remedy && <span className="block text-soft">{check.remedy}</span>}
              {check.lookedBy && <span className="block">{check.lookedBy} has looked.</span>}
              {check.verdict === "not-told" && looking && (
                <label className="mt-1 flex min-h-11 sm:min-h-8 items-center gap-2">
                  <input
                    type="checkbox"
                    className="h-6 w-6 shrink-0"
                    checked={looking.looked.has(check.id)}
                    onChange={(event) => looking.onLook(check.id, event.target.checked)}
                  />
                  I have looked: {check.title.toLowerCase()}
                </label>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Sign({ verdict }: { verdict: Check["verdict"] }) {
  return (
    <svg viewBox="0 0 12 12" className="inline w-3 h-3 -mt-0.5" aria-hidden>
      {verdict === "stop" && <rect x="1.5" y="1.5" width="9" height="9" fill="currentColor" />}
      {verdict === "not-told" && (
        <path d="M1 6 H11" fill="none" stroke="currentColor" strokeWidth="2" strokeDasharray="2 2" />
      )}
      {verdict === "caution" && (
        <path d="M6 1 L11.2 10.5 H0.8 Z" fill="none" stroke="currentColor" strokeWidth="1.6" />
      )}
      {verdict === "fine" && (
        <path d="M2 6.5 L5 9.5 L10 3" fill="none" stroke="currentColor" strokeWidth="1.6" />
      )}
    </svg>
  );
}
