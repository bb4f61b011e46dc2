import type { LineNote } from "@/core/format";
import { counted } from "@/core/words";

const WORDS: Record<LineNote["verdict"], string> = {
  "left-out": "left out",
  changed: "changed",
  note: "worth a look",
};

/** Every line that did not fit, why, and what to do. */
export function ImportNotes({
  notes,
  count,
  leftOut,
  taken,
}: {
  /** The first of them. */
  notes: LineNote[];
  count: number;
  /** Of all of them, not only of the first. */
  leftOut: number;
  taken: number;
}) {
  return (
    <div>
      <p className="text-[15px] mb-2">
        {counted(taken, "parameter")} taken.{" "}
        {count === 0
          ? "Every line fits."
          : `${counted(count, "remark")}; ${counted(leftOut, "line")} left out.`}
      </p>
      {count > 0 && (
        <div className="max-h-72 overflow-auto border border-hairline rounded-page bg-leaf">
          <table className="w-full text-[14px]" aria-label="Lines that did not fit">
            <thead className="sticky top-0 bg-leaf">
              <tr className="text-left text-soft text-[13px]">
                <th className="font-normal px-3 py-1 w-16">Line</th>
                <th className="font-normal w-28">Is</th>
                <th className="font-normal w-[26%]">What stands there</th>
                <th className="font-normal">Why</th>
                <th className="font-normal pr-3">What to do</th>
              </tr>
            </thead>
            <tbody>
              {notes.map((each, i) => (
                <tr key={i} className="border-t border-hairline align-top">
                  <td className="px-3 py-1 font-mono">{each.line || "file"}</td>
                  <td className={each.verdict === "left-out" ? "text-ochre py-1" : "text-soft py-1"}>
                    {WORDS[each.verdict]}
                  </td>
                  <td className="py-1 pr-3 font-mono text-[13px] break-words">{each.what}</td>
                  <td className="py-1 pr-3">{each.reason}</td>
                  <td className="py-1 pr-3 text-soft">{each.remedy}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {count > notes.length && <p className="px-3 py-2 text-soft">And {count - notes.length} more.</p>}
        </div>
      )}
    </div>
  );
}
