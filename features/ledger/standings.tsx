import { counted } from "@/core/words";
import { moment } from "@/ui/when";
import type { StandingView } from "./types";

/** Why the record that is shown stands, or stood; and which ones stood before, where the one in force is shown. */
export function Standings({ standings, shown }: { standings: StandingView[]; shown: number }) {
  const [now, ...before] = standings;
  if (!now) return null;
  if (now.number !== shown) {
    const was = before.find((each) => each.number === shown);
    return was ? <Line standing={was} words="It stood once; raised" /> : null;
  }
  return (
    <>
      <Line standing={now} words="Raised" />
      {before.length > 0 && (
        <details className="text-[14px] text-soft">
          <summary className="cursor-pointer min-h-8 py-1">
            {counted(before.length, "record")} stood before
          </summary>
          <ol className="pl-4 space-y-0.5">
            {before.map((each) => (
              <li key={each.at}>
                Record {each.number}, raised by {each.byName}, {moment(each.at)}:{" "}
                <span className="italic">{each.reason}</span>
              </li>
            ))}
          </ol>
        </details>
      )}
    </>
  );
}

function Line({ standing, words }: { standing: StandingView; words: string }) {
  return (
    <p className="text-[14px] text-soft">
      {words} by {standing.byName}, {moment(standing.at)}: <span className="italic">{standing.reason}</span>
    </p>
  );
}
