import { RESULT_WORDS, type ParameterResult } from "@/core/restore";
import { cards } from "@/ui/cards";
import { classes } from "@/ui/classes";

export interface OutcomeRow {
  code: string;
  name: string;
  from: string;
  to: string;
  readBack: string;
  verdict: ParameterResult["verdict"];
  said: string | undefined;
  /** Why it was changed, where somebody said so. */
  why?: string;
}

/** Outcomes that ask for nothing. */
const FINE: ReadonlySet<ParameterResult["verdict"]> = new Set(["verified", "stayed"]);

/** Each value an operation was about: before, as it was meant, as it was read back, and how it came out. */
export function OutcomeTable({
  rows,
  title,
  heads: [before, meant] = ["Before", "Written"],
  rehearsed = false,
}: {
  rows: readonly OutcomeRow[];
  title: string;
  heads?: readonly [before: string, meant: string];
  /** Only a stand-in has said so: that is a plan, and no proof. */
  rehearsed?: boolean;
}) {
  return (
    <table
      {...cards.table}
      aria-label={title}
      className={classes(cards.table.className, "bg-leaf border border-hairline")}
    >
      <thead {...cards.head}>
        <tr role="row">
          <th className="margin-rule w-8" aria-label="Proof" />
          <th className="font-normal pl-3 py-1 w-20">Code</th>
          <th className="font-normal">Parameter</th>
          <th className="font-normal">{before}</th>
          <th className="font-normal">{meant}</th>
          <th className="font-normal">Read back</th>
          <th className="font-normal w-36">Outcome</th>
        </tr>
      </thead>
      <tbody {...cards.body}>
        {rows.map((row) => (
          <tr key={row.code} {...cards.row}>
            <td role="cell" className="margin-rule text-center text-copper max-sm:w-5 max-sm:bg-none">
              {row.verdict === "verified" && !rehearsed && "✓"}
            </td>
            <td {...cards.code}>{row.code}</td>
            <td {...cards.name}>
              {row.name}
              {row.why && <span className="block text-soft text-[13px]">{row.why}</span>}
            </td>
            <td {...cards.from}>{row.from}</td>
            <td {...cards.from}>
              <span className="text-copper sm:hidden">→ </span>
              {row.to}
            </td>
            <td {...cards.more}>
              <span className="text-soft text-[13px] sm:hidden">Read back: </span>
              <span className="font-mono">{row.readBack}</span>
            </td>
            <td {...cards.more}>
              <span className={classes(!FINE.has(row.verdict) && "text-ochre font-semibold")}>
                {rehearsed && row.verdict === "verified" ? "as planned" : RESULT_WORDS[row.verdict]}
              </span>
              {row.said && <span className="block text-soft">{row.said}</span>}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
