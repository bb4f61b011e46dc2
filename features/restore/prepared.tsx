import Link from "next/link";
import { usePlant } from "@/features/house/use-plant";
import { Notice } from "@/ui/notice";

export interface PreparedView {
  serial: string;
  definition: string;
  record: number;
  place: string;
  stale: boolean;
}

/** Spares that lie ready for the position, and whether they still are as it stands. */
export function Prepared({ prepared }: { prepared: PreparedView[] }) {
  const { to } = usePlant();
  if (prepared.length === 0) return null;
  return (
    <div className="mb-3">
      <Notice
        kind={prepared.some((each) => !each.stale) ? "note" : "caution"}
        title="Prepared for it on the workbench"
      >
        {prepared.map(({ serial, definition, record, place, stale }) => (
          <p key={serial}>
            <Link
              className="font-mono underline underline-offset-4"
              href={to(`/drives/${encodeURIComponent(definition)}/${encodeURIComponent(serial)}`)}
            >
              {serial}
            </Link>
            {place && `, ${place}`}: with record {record}
            {stale
              ? ", which stands no more. Prepare it anew."
              : ". Fit it, connect, and see that it is as recorded."}
          </p>
        ))}
      </Notice>
    </div>
  );
}
