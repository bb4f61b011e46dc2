"use client";
import { useState } from "react";
import type { Source } from "@/core/compare";
import { QUANTITY_VERDICTS, type QuantityLine } from "@/core/quantity";
import { counted } from "@/core/words";
import { NotTold } from "@/ui/not-told";
import { Toggle } from "@/ui/toggle";

export interface Meaning {
  columns: Array<{ title: string; source: Source; list: string }>;
  lines: QuantityLine[];
}

/** Drives of any families side by side, by common quantities: the value in the common unit, what the drive itself calls it below. */
export function ByMeaning({ columns, lines }: Meaning) {
  const [onlyDifferences, setOnlyDifferences] = useState(false);
  const [measured, setMeasured] = useState(false);
  const settings = lines.filter((each) => measured || !each.moving);
  const apart = settings.filter((each) => each.verdict !== "alike");
  const shown = onlyDifferences ? apart : settings;
  const hidden = lines.length - lines.filter((each) => !each.moving).length;
  return (
    <section
      aria-label="By what it means"
      className="flex flex-col flex-1 min-h-[max(18rem,70dvh)] md:min-h-72 bg-leaf"
    >
      <div className="px-5 py-2 flex flex-wrap items-center gap-2 text-[14px]">
        <Toggle on={onlyDifferences} onToggle={setOnlyDifferences}>
          Only what is not alike ({apart.length})
        </Toggle>
        <Toggle on={measured} onToggle={setMeasured}>
          Measured values too ({hidden})
        </Toggle>
        <span role="status" className="text-soft ml-auto">
          {counted(shown.length, "common quantity", "common quantities")}, units converted
        </span>
      </div>
      <div className="overflow-auto flex-1 min-h-0" tabIndex={0} role="region" aria-label="Common quantities">
        <table className="w-full text-[14px] border-separate border-spacing-0">
          <thead>
            <tr className="text-left text-[12px] text-soft align-bottom">
              <th
                scope="col"
                className="sticky top-0 z-10 bg-leaf border-b border-hairline font-normal pl-5 py-1"
              >
                Quantity
              </th>
              {columns.map(({ title, list }, i) => (
                <th
                  key={i}
                  scope="col"
                  className="sticky top-0 z-10 bg-leaf border-b border-hairline font-normal px-3 py-1"
                >
                  {title}
                  <span className="block">{list}</span>
                </th>
              ))}
              <th
                scope="col"
                className="sticky top-0 z-10 bg-leaf border-b border-hairline font-normal px-3 py-1"
              >
                Verdict
              </th>
            </tr>
          </thead>
          <tbody>
            {shown.map((line) => (
              <tr key={line.quantity} className="align-top" data-quantity={line.quantity}>
                <th scope="row" className="border-b border-hairline font-normal text-left pl-5 pr-3 py-1.5">
                  {line.title}
                </th>
                {line.cells.map((cell, i) => (
                  <td key={i} className="border-b border-hairline px-3 py-1.5">
                    {cell.map((each) => (
                      <Placed key={each.where} {...each} source={columns[i]!.source} />
                    ))}
                  </td>
                ))}
                <td className="border-b border-hairline px-3 py-1.5">
                  {line.verdict === "alike" ? (
                    <span className="text-soft">{QUANTITY_VERDICTS.alike}</span>
                  ) : (
                    <>
                      {QUANTITY_VERDICTS[line.verdict]}
                      {line.by && <span className="block font-mono text-[13px]">{line.by}</span>}
                    </>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {shown.length === 0 && (
          <p className="px-5 py-6 text-soft">
            {lines.length === 0
              ? "Nothing here is mapped to a common quantity: the definitions do not tell what their values mean."
              : "All common quantities are alike."}
          </p>
        )}
      </div>
    </section>
  );
}

/** Ink, pencil and lit, as everywhere. */
const HAND: Record<Source, string> = {
  record: "",
  default: "text-soft",
  file: "text-soft",
  draft: "text-graphite underline decoration-dashed underline-offset-4",
  live: "bg-teal-ground px-1 rounded-[3px]",
};

function Placed({ where, value, source }: QuantityLine["cells"][number][number] & { source: Source }) {
  return (
    <div className="mb-1 last:mb-0">
      {where && <span className="text-[12px] text-soft block">{where}</span>}
      {value.state === "value" && (
        <>
          <span className={`font-mono ${HAND[source]}`}>{value.text}</span>
          <span className="block text-[12px] text-soft">
            {value.code} {value.own !== value.text && value.own}
            {value.of && `, ${value.of}`}
          </span>
        </>
      )}
      {value.state === "own-only" && (
        <>
          <span className={`font-mono ${HAND[source]}`}>{value.own}</span>
          <span className="block text-[12px] text-soft">
            {value.code}, <NotTold>what that is in common words</NotTold>
          </span>
        </>
      )}
      {value.state === "none" && <span className="text-soft">Has none. {value.why}</span>}
      {value.state === "not-told" && <NotTold>where it has this</NotTold>}
      {value.state === "not-held" && (
        <span className="text-soft">{value.code} is not among these values.</span>
      )}
    </div>
  );
}
