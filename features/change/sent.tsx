import type { RestoreDetail } from "@/core/contract";
import type { Parameter } from "@/core/value";
import { line } from "@/features/restore/parameter";
import { moment } from "@/ui/when";

type SentList = NonNullable<RestoreDetail["change"]>["sent"];

/** What was sent to the drive since somebody began to change values on it, and what the drive made of it; the last first. */
export function Sent({ sent, byCode }: { sent: SentList; byCode: ReadonlyMap<string, Parameter> }) {
  if (sent.length === 0) return null;
  return (
    <section aria-label="Sent to the drive">
      <h2 className="px-5 pt-4 pb-1 font-semibold">Sent to the drive</h2>
      <ol>
        {[...sent].reverse().map((each, i) => {
          const parameter = byCode.get(each.code);
          return (
            <li key={sent.length - i} className="px-5 py-2 border-t border-hairline text-[14px]">
              <p>
                <span className="font-mono">{each.code}</span> {parameter?.name}
              </p>
              <p className="font-mono">
                <span className="text-soft">{line(parameter, each.from)}</span>{" "}
                <span aria-label="becomes">→</span> {line(parameter, each.to)}
              </p>
              <Outcome each={each} parameter={parameter} />
              {each.reason && <p>{each.reason}</p>}
              <p className="text-soft">
                {each.byName}, {moment(each.at)}
              </p>
            </li>
          );
        })}
      </ol>
    </section>
  );
}

/** What the drive made of it, in words: that is not always what was asked. */
function Outcome({ each, parameter }: { each: SentList[number]; parameter: Parameter | undefined }) {
  const { state, readBack, said, remedy } = each;
  if (state === "written")
    return <p>{readBack === undefined ? "Written; not read back." : "In the drive: read back and equal."}</p>;
  if (state === "other")
    return <p className="text-ochre">The drive made {line(parameter, readBack)} of it.</p>;
  if (state === "planned") return <p className="text-ochre">It is not in the drive: it reads as before.</p>;
  if (state === "refused")
    return (
      <p className="text-ochre">
        Refused. {said} <span className="text-soft">{remedy}</span>
      </p>
    );
  return <p className="text-ochre">Whether it arrived is not known.</p>;
}
