"use client";
import { counted } from "@/core/words";
import { usePlant } from "@/features/house/use-plant";
import { Link } from "@/ui/link";
import { NotTold } from "@/ui/not-told";
import { moment } from "@/ui/when";
import type { RecordView } from "./types";

/** What is known of a record beside its values: of which drive, when, by whom, how complete; of one from a file, where that came from. */
export function RecordWords({ record }: { record: RecordView }) {
  const { to } = usePlant();
  const { source } = record;
  return (
    <>
      <p className="text-[14px] text-soft">
        {source ? (
          <>
            From the file {source.name}, brought in {moment(source.broughtAt)} by {record.byName}; it was not
            read from a drive here.{" "}
            {source.dateGiven === null ? (
              <NotTold>When it was taken</NotTold>
            ) : (
              `Taken ${moment(record.takenAt)}`
            )}
            {source.dateGiven !== null && !/T\d\d:/.test(source.dateGiven) && ` (${source.dateGiven})`}.{" "}
          </>
        ) : (
          <>
            {record.origin === "draft" ? "Entered from a draft, never read from a drive: " : ""}
            {moment(record.takenAt)}, {record.byName}.{" "}
          </>
        )}
        {record.ratingName || <NotTold>rating</NotTold>},{" "}
        {record.firmware ? `firmware ${record.firmware}` : <NotTold>firmware</NotTold>},{" "}
        {record.serial ? (
          <>
            serial <span className="font-mono">{record.serial}</span>
          </>
        ) : (
          <NotTold>serial number</NotTold>
        )}
        {record.fitted.map((each) => `, ${each}`).join("")}
        {record.linkName && `, ${record.linkName} address ${record.unit}`}. {record.present} of{" "}
        {record.expected} parameters.
        {source && source.leftOut > 0 && ` ${counted(source.leftOut, "line")} of the file did not fit.`}
        {record.trip && ` Trip ${record.trip}.`}
        {record.warnings.length > 0 && ` Warning: ${record.warnings.join(", ")}.`}
        {record.running && " The motor was turning."}
        {record.volatile && " Some values were not permanent: gone at a power-off."}
      </p>
      {record.serial !== "" && !source && (
        <Link
          className="text-[14px] underline underline-offset-4 decoration-hairline hover:decoration-copper no-print"
          href={to(`/drives/${encodeURIComponent(record.definition)}/${encodeURIComponent(record.serial)}`)}
        >
          Life of drive {record.serial}
        </Link>
      )}
    </>
  );
}
