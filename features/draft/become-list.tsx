import type { SeveralView } from "@/core/contract";

/** What would become otherwise, from what to what; a value that is out of its range or against a rule says so. */
export function BecomeList({ lines }: { lines: SeveralView["lines"] }) {
  if (lines.length === 0) return null;
  return (
    <div className="max-h-[40dvh] overflow-y-auto border-y border-hairline" tabIndex={0}>
      <table className="w-full text-[14px]">
        <thead className="text-left text-soft">
          <tr>
            <th className="font-normal py-1 pr-3">Code</th>
            <th className="font-normal py-1 pr-3">Parameter</th>
            <th className="font-normal py-1 pr-3">Now</th>
            <th className="font-normal py-1">Becomes</th>
          </tr>
        </thead>
        <tbody>
          {lines.map((each) => (
            <tr key={each.code} className="border-t border-hairline align-top">
              <td className="py-1 pr-3 font-mono">{each.code}</td>
              <td className="py-1 pr-3">
                {each.name}
                {each.faults.map((fault) => (
                  <span key={fault} className="block text-ochre">
                    {fault}
                  </span>
                ))}
              </td>
              <td className="py-1 pr-3 font-mono text-soft">{each.from ?? "no value"}</td>
              <td className="py-1 font-mono text-graphite underline decoration-dashed underline-offset-4">
                {each.to ?? "no value"}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
