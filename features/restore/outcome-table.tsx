import { RESULT_WORDS, type ParameterResult } from "@/core/restore";
import { classes } from "@/ui/classes";

export interface OutcomeRow {
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
/** In one hand a line is a card, and what its values are is said with them. */
const CARD = "max-sm:flex max-sm:flex-wrap max-sm:items-baseline max-sm:gap-x-2 max-sm:py-1.5 max-sm:px-2";
const VALUE = "font-mono py-1 pr-2 break-words max-sm:py-0 max-sm:min-w-0";

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
      role="table"
      aria-label={title}
      className="w-full text-[14px] bg-leaf border border-hairline max-sm:block"
    >
      <thead role="rowgroup" className="max-sm:sr-only">
        <tr role="row" className="text-left text-soft text-[13px]">
          <th className="margin-rule w-8" aria-label="Proof" />
          <th className="font-normal pl-3 py-1 w-20">Code</th>
          <th className="font-normal">Parameter</th>
          <th className="font-normal">{before}</th>
          <th className="font-normal">{meant}</th>
          <th className="font-normal">Read back</th>
          <th className="font-normal w-36">Outcome</th>
        </tr>
      </thead>
      <tbody role="rowgroup" className="max-sm:block">
        {rows.map((row) => (
          <tr key={row.code} role="row" className={classes("border-t border-hairline align-top", CARD)}>
            <td role="cell" className="margin-rule text-center text-copper max-sm:w-5 max-sm:bg-none">
              {row.verdict === "verified" && !rehearsed && "✓"}
            </td>
            <td role="cell" className="font-mono pl-3 py-1 max-sm:p-0">
              {row.code}
            </td>
            <td role="cell" className="py-1 pr-2 max-sm:p-0 max-sm:grow max-sm:basis-[calc(100%-6rem)]">
              {row.name}
            </td>
            <td role="cell" className={classes(VALUE, "max-sm:pl-7")}>
              {row.from}
            </td>
            <td role="cell" className={VALUE}>
              <span className="text-copper sm:hidden">→ </span>
              {row.to}
            </td>
            <td role="cell" className={classes(VALUE, "max-sm:basis-full max-sm:pl-7")}>
              <span className="font-sans text-soft text-[13px] sm:hidden">Read back: </span>
              {row.readBack}
            </td>
            <td
              role="cell"
              className={classes(
                "py-1 pr-2 max-sm:py-0 max-sm:basis-full max-sm:pl-7",
                !FINE.has(row.verdict) && "text-ochre font-semibold",
              )}
            >
              {rehearsed && row.verdict === "verified" ? "as planned" : RESULT_WORDS[row.verdict]}
              {row.said && <span className="block font-normal text-soft">{row.said}</span>}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
