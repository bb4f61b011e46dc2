"use client";
import { positionPath } from "@/core/plant/position-path";
import { usePlant } from "@/features/house/use-plant";
import { Button } from "@/ui/button";
import { Link } from "@/ui/link";
import { Notice } from "@/ui/notice";
import { day } from "@/ui/when";

export interface SpareView {
  tag: string;
  title: string;
  serial: string;
  record: number;
  at: number;
  place: string;
  stale: boolean;
  /** Twins for which it would do as well, once what belongs to their place is restored onto it. */
  also: string[];
  /** The family's definition, in words. */
  drive: string;
}

/** The label that goes onto a prepared spare: for which position, with which record, since when, and a code that opens the position. No values stand on it. */
export function SpareLabel({ spare, code }: { spare: SpareView; code: string }) {
  const { to } = usePlant();
  const { tag, title, serial, record, at, place, stale, drive, also } = spare;
  return (
    <div className="px-6 max-sm:px-3 py-5 max-w-3xl w-full mx-auto">
      <div className="flex flex-wrap items-center gap-3 mb-4 no-print">
        <h1 className="text-xl font-semibold flex-1">
          Label of the spare <span className="font-mono">{serial}</span>
        </h1>
        <Button rank="primary" disabled={stale} onClick={() => window.print()}>
          Print the label
        </Button>
      </div>
      {stale && (
        <div className="mb-4 no-print">
          <Notice kind="caution" title={`Record ${record} stands no more.`}>
            The drive would run as before the change.{" "}
            <Link className="underline underline-offset-4" href={to(positionPath(tag, "/restore?spare=1"))}>
              Prepare it anew
            </Link>
            , then put a new label on it.
          </Notice>
        </div>
      )}
      <div className="max-w-md bg-leaf border border-hairline rounded-page p-3 flex gap-3 items-center">
        <span
          className="w-28 h-28 shrink-0 bg-white p-1"
          role="img"
          aria-label={`Code that opens ${tag}`}
          // Made here from an address of this ledger, not from anything somebody sent.
          dangerouslySetInnerHTML={{ __html: code }}
        />
        <span className="min-w-0">
          <span className="block text-[13px] text-soft">Spare, prepared for</span>
          <span className="block font-mono text-2xl font-semibold leading-tight">{tag}</span>
          <span className="block leading-snug">{title}</span>
          <span className="block text-[15px]">
            Record {record}, prepared {day(at)}
          </span>
          {also.length > 0 && (
            <span className="block text-[13px]">
              Twins alike but for their place: <span className="font-mono">{also.join(", ")}</span>
            </span>
          )}
          <span className="block text-[13px] text-soft">
            {drive}, <span className="font-mono">{serial}</span>
            {place && `, ${place}`}
          </span>
        </span>
      </div>
    </div>
  );
}
