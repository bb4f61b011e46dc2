import { RESULT_WORDS, type ParameterResult } from "@/core/restore";
import { classes } from "@/ui/classes";

export interface ReceiptRow {
  code: string;
  name: string;
  from: string;
  to: string;
  readBack: string;
  verdict: ParameterResult["verdict"];
  said: string | undefined;
}

/** Outcomes that ask for nothing. */
const FINE: ReadonlySet<ParameterResult["verdict"]> = new Set(["verified", "stayed"]);

/** Each value an operation was about: before, as it was meant, as it was read back, and how it came out. */
export function ReceiptValues({
  rows,
  heads: [before, meant],
}: {
  rows: ReceiptRow[];
  heads: [before: string, meant: string];
}) {
  return (
    <table className="w-full mt-5 text-[14px] bg-leaf border border-hairline">
      <thead>
        <tr className="text-left text-soft text-[13px]">
          <th className="margin-rule w-8" aria-label="Proof" />
          <th className="font-normal pl-3 py-1 w-28">Code</th>
          <th className="font-normal">Parameter</th>
          <th className="font-normal">{before}</th>
          <th className="font-normal">{meant}</th>
          <th className="font-normal">Read back</th>
          <th className="font-normal w-32">Outcome</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row.code} className="border-t border-hairline align-top">
            <td className="margin-rule text-center text-copper">{row.verdict === "verified" ? "✓" : ""}</td>
            <td className="font-mono pl-3 py-1">{row.code}</td>
            <td className="py-1">{row.name}</td>
            <td className="font-mono py-1">{row.from}</td>
            <td className="font-mono py-1">{row.to}</td>
            <td className="font-mono py-1">{row.readBack}</td>
            <td className={classes("py-1", !FINE.has(row.verdict) && "text-ochre font-semibold")}>
              {RESULT_WORDS[row.verdict]}
              {row.said && <span className="block font-normal text-soft">{row.said}</span>}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
