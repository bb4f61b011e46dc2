"use client";
import { useRouter } from "next/navigation";
import { usePlant } from "@/features/house/use-plant";
import { Button } from "@/ui/button";
import { Empty } from "@/ui/notice";
import { Select } from "@/ui/select";

export interface CabinetLabel {
  tag: string;
  title: string;
  family: string;
  address: string;
  /** A QR code that opens the position, as SVG. */
  code: string;
}

/** Labels for cabinets: which position it is, what drive, at which address, and a code that opens it. No values stand on them. */
export function LabelsPage({
  labels,
  areas,
  area,
}: {
  labels: CabinetLabel[];
  areas: string[];
  area: string | undefined;
}) {
  const router = useRouter();
  const { to } = usePlant();
  return (
    <div className="px-6 max-sm:px-3 py-5 max-w-5xl w-full mx-auto">
      <div className="flex flex-wrap items-end gap-3 mb-4 no-print">
        <h1 className="text-xl font-semibold flex-1">Cabinet labels</h1>
        <Select
          label="Of"
          value={area ?? ""}
          className="w-52"
          onChange={(event) =>
            router.push(
              to(event.target.value ? `/labels?area=${encodeURIComponent(event.target.value)}` : "/labels"),
            )
          }
        >
          <option value="">every area</option>
          {areas.map((each) => (
            <option key={each}>{each}</option>
          ))}
        </Select>
        <Button rank="primary" disabled={labels.length === 0} onClick={() => window.print()}>
          Print {labels.length === 1 ? "the label" : `${labels.length} labels`}
        </Button>
      </div>
      {labels.length === 0 && <Empty title="No position is here to be labelled.">Choose another area.</Empty>}
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(19rem,1fr))] gap-3">
        {labels.map((each) => (
          <li
            key={each.tag}
            className="break-inside-avoid bg-leaf border border-hairline rounded-page p-3 flex gap-3 items-center"
          >
            <span
              className="w-24 h-24 shrink-0 bg-white p-1"
              role="img"
              aria-label={`Code that opens ${each.tag}`}
              // Made here from an address of this ledger, not from anything somebody sent.
              dangerouslySetInnerHTML={{ __html: each.code }}
            />
            <span className="min-w-0">
              <span className="block font-mono text-2xl font-semibold leading-tight">{each.tag}</span>
              <span className="block leading-snug">{each.title}</span>
              <span className="block text-[13px] text-soft">{each.family}</span>
              <span className="block text-[13px] text-soft">{each.address}</span>
            </span>
          </li>
        ))}
      </ul>
    </div>
  );
}
