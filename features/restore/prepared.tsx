import { usePlant } from "@/features/house/use-plant";
import { Link } from "@/ui/link";
import { Notice } from "@/ui/notice";

export interface PreparedView {
  serial: string;
  definition: string;
  record: number;
  place: string;
  stale: boolean;
  /** Of one that was prepared for a twin: for which, and codes that are otherwise here. */
  twin?: { tag: string; place: string[]; tuning: string[] };
}

/** Spares that lie ready for the position, and whether they still are as it stands. */
export function Prepared({ prepared }: { prepared: PreparedView[] }) {
  const { to } = usePlant();
  if (prepared.length === 0) return null;
  return (
    <div className="mb-3">
      <Notice
        kind={prepared.some((each) => !each.stale) ? "note" : "caution"}
        title={
          prepared.every((each) => each.twin)
            ? "Prepared on the workbench for a twin that is set alike"
            : "Prepared for it on the workbench"
        }
      >
        {prepared.map(({ serial, definition, record, place, stale, twin }) => (
          <p key={serial}>
            <Link
              className="font-mono underline underline-offset-4"
              href={to(`/drives/${encodeURIComponent(definition)}/${encodeURIComponent(serial)}`)}
            >
              {serial}
            </Link>
            {place && `, ${place}`}: {twin ? twinWords(twin, record) : ownWords(record, stale)}
          </p>
        ))}
      </Notice>
    </div>
  );
}

function ownWords(record: number, stale: boolean): string {
  return `with record ${record}${stale ? ", which stands no more. Prepare it anew." : ". Fit it, connect, and see that it is as recorded."}`;
}

/** A twin's spare is right here once what belongs to the place was restored onto it. */
function twinWords({ tag, place, tuning }: NonNullable<PreparedView["twin"]>, record: number): string {
  const own = [
    ...(place.length > 0 ? [`what belongs to the place (${place.join(", ")})`] : []),
    ...(tuning.length > 0 ? [`tuning results (${tuning.join(", ")})`] : []),
  ];
  const rest =
    own.length === 0
      ? "All settings are those of this position. Fit it, connect, and see that it is as recorded."
      : `All settings but ${own.join(" and ")} are those of this position. Fit it, then restore the standing record: only these are written.`;
  return `prepared for the twin ${tag} with its record ${record}. ${rest}`;
}
