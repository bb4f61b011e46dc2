import { usePlant } from "@/features/house/use-plant";
import { RehearseButton } from "@/features/rehearsal/rehearse-button";
import { RehearsedList, type RehearsedView } from "@/features/rehearsal/rehearsed-list";
import { Link } from "@/ui/link";
import { moment } from "@/ui/when";

/** A record that can be restored. */
export interface RecordChoice {
  number: number;
  takenAt: number;
  byName: string;
  ratingName: string;
  serial: string;
  partial: boolean;
}

interface Props {
  tag: string;
  records: RecordChoice[];
  standing: number | undefined;
  /** The one that is chosen. */
  number: number | undefined;
  /** Positions that ought to be set alike. */
  twins: string[];
  rehearsed: RehearsedView[];
  onChoose: (number: number) => void;
}

/** Which record is restored, and what else could be done with it than restoring it onto one drive. */
export function WhichRecord({ tag, records, standing, number, twins, rehearsed, onChoose }: Props) {
  const { to } = usePlant();
  const record = records.find((each) => each.number === number);
  return (
    <>
      <select
        value={number}
        onChange={(event) => onChoose(Number(event.target.value))}
        aria-label="Record"
        className="min-h-9 pointer-coarse:min-h-11 rounded-page border border-hairline bg-leaf px-2 max-w-full"
      >
        {records.map((each) => (
          <option key={each.number} value={each.number}>
            Record {each.number}
            {each.number === standing ? " (standing)" : ""} · {moment(each.takenAt)} · {each.byName}
            {each.partial ? " · partial" : ""}
          </option>
        ))}
      </select>
      {record && record.number !== standing && (
        <p className="mt-2 text-ochre">
          This is not the standing record{standing ? `, which is record ${standing}` : ""}.
        </p>
      )}
      {number !== undefined && (
        <>
          <div className="mt-3 flex flex-wrap gap-x-5 gap-y-2 items-center text-[15px]">
            <RehearseButton tag={tag} what={{ record: number }}>
              Rehearse record {number} onto a new one
            </RehearseButton>
            <Link
              className="underline underline-offset-4"
              href={to(
                `/batches?${new URLSearchParams({ from: tag, record: String(number), tags: (twins.length > 0 ? twins : [tag]).join() })}`,
              )}
            >
              {twins.length > 1
                ? `Set all ${twins.length} twins alike in one go`
                : "Several drives in one go"}
            </Link>
          </div>
          <RehearsedList rehearsals={rehearsed} />
        </>
      )}
    </>
  );
}
