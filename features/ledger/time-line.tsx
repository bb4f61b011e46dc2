import { positionPath } from "@/core/plant/position-path";
import { OPERATION_WORDS } from "@/core/restore";
import { usePlant } from "@/features/house/use-plant";
import { classes } from "@/ui/classes";
import { Link } from "@/ui/link";
import { moment } from "@/ui/when";
import type { ReceiptLine, RecordView } from "./types";

type Entry = { at: number; record: RecordView } | { at: number; receipt: ReceiptLine };

const ORIGIN = {
  read: "",
  "before-restore": "before a restore",
  "after-restore": "after a restore",
  "before-operation": "before an operation",
  "after-operation": "after an operation",
  "before-spare": "of a spare, before",
  "after-spare": "of a spare, prepared",
  file: "from a file",
  draft: "entered from a draft",
};

/** A position's records and receipts down the time line, newest first, like entries in a ledger. */
export function TimeLine({
  tag,
  records,
  receipts,
  shown,
  standing,
}: {
  tag: string;
  records: RecordView[];
  receipts: ReceiptLine[];
  shown: number | undefined;
  standing: number | undefined;
}) {
  const { to } = usePlant();
  const entries: Entry[] = [
    ...records.map((record) => ({ at: record.takenAt, record })),
    ...receipts.map((receipt) => ({ at: receipt.at, receipt })),
  ].sort((a, b) => b.at - a.at);
  return (
    <ol aria-label="Records in time">
      {entries.map((entry) =>
        "record" in entry ? (
          <li key={`record-${entry.record.number}`} className="border-b border-hairline">
            <Link
              href={to(positionPath(tag, `?record=${entry.record.number}`))}
              scroll={false}
              aria-current={shown === entry.record.number ? "true" : undefined}
              className="grid grid-cols-[2.9rem_1fr] hover:bg-leaf aria-[current]:bg-leaf aria-[current]:shadow-[inset_3px_0_0_var(--copper)]"
            >
              <span className="margin-rule pt-2 pr-2.5 text-right font-mono text-[15px]">
                {entry.record.number}
              </span>
              <span className="py-2 pl-3 pr-2 min-w-0 text-[14px] leading-snug">
                <span className="flex justify-between gap-2">
                  <span>
                    {entry.record.source?.dateGiven === null
                      ? `date not told; brought in ${moment(entry.record.takenAt)}`
                      : moment(entry.record.takenAt)}
                  </span>
                  {standing === entry.record.number && <Standing />}
                </span>
                <span className="block text-soft truncate">
                  {entry.record.byName}
                  {ORIGIN[entry.record.origin] && `, ${ORIGIN[entry.record.origin]}`}
                </span>
                <span className="flex flex-wrap gap-x-2 text-[13px]">
                  {entry.record.present < entry.record.expected && (
                    <Tag caution>
                      partial, {entry.record.present} of {entry.record.expected}
                    </Tag>
                  )}
                  {entry.record.volatile && <Tag caution>not permanent</Tag>}
                  {entry.record.sameAs !== undefined && <Tag>settings as record {entry.record.sameAs}</Tag>}
                  {entry.record.trip && <Tag caution>trip {entry.record.trip}</Tag>}
                </span>
                {entry.record.labels.length > 0 && (
                  <span className="flex flex-wrap gap-1 mt-0.5">
                    {entry.record.labels.map((each) => (
                      <span key={each} className="text-[12px] px-1.5 border border-hairline rounded-[3px]">
                        {each}
                      </span>
                    ))}
                  </span>
                )}
                {entry.record.notes.map((note, i) => (
                  <span key={i} className="block text-[13px] italic text-soft">
                    {note.text}
                  </span>
                ))}
              </span>
            </Link>
          </li>
        ) : (
          <li key={`receipt-${entry.receipt.id}`} className="border-b border-hairline">
            <Link
              href={to(`/receipts/${entry.receipt.id}`)}
              className="grid grid-cols-[2.9rem_1fr] hover:bg-leaf"
            >
              <span className="margin-rule pt-2 pr-2.5 text-right text-copper" aria-hidden>
                →
              </span>
              <span className="py-2 pl-3 pr-2 text-[14px] leading-snug">
                {moment(entry.at)}
                <span className="block text-soft">
                  Receipt {entry.receipt.id}:{" "}
                  {entry.receipt.kind === "restore"
                    ? `restore of record ${entry.receipt.record}`
                    : OPERATION_WORDS[entry.receipt.kind].did.toLowerCase()}
                  , {entry.receipt.ended}
                </span>
              </span>
            </Link>
          </li>
        ),
      )}
    </ol>
  );
}

function Standing() {
  return (
    <span className="text-[12px] px-1.5 border border-copper text-copper-deep rounded-[3px] whitespace-nowrap">
      standing
    </span>
  );
}

function Tag({ caution, children }: { caution?: boolean; children: React.ReactNode }) {
  return <span className={classes(caution ? "text-ochre" : "text-soft")}>{children}</span>;
}
