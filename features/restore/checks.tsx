import {
  EXCHANGED,
  EXCHANGED_TEXT,
  lookedWords,
  type Check,
  type Exchanged,
  type Looked,
} from "@/core/restore";
import { Button } from "@/ui/button";
import { classes } from "@/ui/classes";

const WORD = { stop: "stop", caution: "caution", "not-told": "not told", fine: "fine" } as const;

/** What a person says of the checks that nobody tells, while the plan is looked through. */
export interface Looking {
  looked: readonly Looked[];
  onLook: (id: string, looked: Looked | undefined) => void;
  exchanged: readonly Exchanged[] | undefined;
  onExchanged: (exchanged: Exchanged[]) => void;
}

/** What was looked at before the first write: stop, not told, caution or fine, why, and what would make it fine. */
export function Checks({ checks, looking }: { checks: Check[]; looking?: Looking }) {
  // What was answered here can be answered otherwise; it stays in sight.
  const answered = (each: Check): boolean => looking !== undefined && each.asks === "exchanged";
  const fine = checks.filter((each) => each.verdict === "fine" && !answered(each));
  return (
    <>
      <Lines
        checks={[
          ...checks.filter((each) => each.verdict === "stop"),
          ...checks.filter((each) => each.verdict === "not-told"),
          ...checks.filter((each) => each.verdict === "caution"),
          ...checks.filter((each) => each.verdict === "fine" && answered(each)),
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
              {check.lookedBy && <span className="block">{lookedWords(check)}</span>}
              {looking && (check.verdict === "not-told" || check.asks === "exchanged") && (
                <Answer check={check} looking={looking} />
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Answer({ check, looking }: { check: Check; looking: Looking }) {
  const said = looking.looked.find((each) => each.id === check.id);
  if (check.asks === "exchanged") return <WhatWasExchanged looking={looking} />;
  if (check.asks)
    return (
      <label className="mt-1 flex flex-wrap items-center gap-x-2">
        <span>{check.asks === "name" ? "At the machine" : "Its serial number ends in"}</span>
        <input
          className="min-h-11 sm:min-h-9 rounded-page border border-hairline bg-leaf px-2 w-56 max-w-full"
          value={said?.answer ?? ""}
          maxLength={80}
          autoComplete="off"
          onChange={({ target: { value } }) =>
            looking.onLook(check.id, value.trim() ? { id: check.id, answer: value } : undefined)
          }
        />
      </label>
    );
  return (
    <label className="mt-1 flex min-h-11 sm:min-h-8 items-center gap-2">
      <input
        type="checkbox"
        className="h-6 w-6 shrink-0"
        checked={said !== undefined}
        onChange={({ target: { checked } }) =>
          looking.onLook(check.id, checked ? { id: check.id } : undefined)
        }
      />
      I have looked: {check.title.toLowerCase()}
    </label>
  );
}

/** What was exchanged: each part ticked; nothing at all is said with a button of its own. */
function WhatWasExchanged({ looking: { exchanged, onExchanged } }: { looking: Looking }) {
  return (
    <fieldset className="mt-1 flex flex-wrap gap-x-4">
      <legend className="sr-only">What was exchanged</legend>
      {EXCHANGED.map((each) => (
        <label key={each} className="flex min-h-11 sm:min-h-8 items-center gap-2">
          <input
            type="checkbox"
            className="h-6 w-6 shrink-0"
            checked={exchanged?.includes(each) ?? false}
            onChange={({ target: { checked } }) =>
              onExchanged(
                EXCHANGED.filter((one) => (one === each ? checked : (exchanged ?? []).includes(one))),
              )
            }
          />
          {EXCHANGED_TEXT[each]}
        </label>
      ))}
      {exchanged === undefined && <Button onClick={() => onExchanged([])}>Nothing was exchanged</Button>}
    </fieldset>
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
