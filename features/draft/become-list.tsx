import type { SeveralView } from "@/core/contract";
import { cards } from "@/ui/cards";

/** What would become otherwise, from what to what; a value that is out of its range or against a rule says so. */
export function BecomeList({ lines }: { lines: SeveralView["lines"] }) {
  if (lines.length === 0) return null;
  return (
    <div className="max-h-[40dvh] overflow-y-auto border-y border-hairline" tabIndex={0}>
      <table {...cards.table}>
        <thead {...cards.head}>
          <tr role="row">
            <th className="font-normal pl-3 py-1 pr-3">Code</th>
            <th className="font-normal py-1 pr-3">Parameter</th>
            <th className="font-normal py-1 pr-3">Now</th>
            <th className="font-normal py-1">Becomes</th>
          </tr>
        </thead>
        <tbody {...cards.body}>
          {lines.map((each) => (
            <tr key={each.code} {...cards.row}>
              <td {...cards.code}>{each.code}</td>
              <td {...cards.name}>
                {each.name}
                {each.faults.map((fault) => (
                  <span key={fault} className="block text-ochre">
                    {fault}
                  </span>
                ))}
              </td>
              <td {...cards.from}>
                <span className="text-soft">{each.from ?? "no value"}</span>
              </td>
              <td {...cards.to}>
                <span className="text-copper font-normal sm:hidden">→ </span>
                <span className="font-normal text-graphite underline decoration-dashed underline-offset-4">
                  {each.to ?? "no value"}
                </span>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
