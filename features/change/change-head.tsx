"use client";
import { positionPath } from "@/core/plant/position-path";
import { worksByItself } from "@/core/restore";
import { Reading } from "@/features/bench/reading";
import { useMay } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { BeforeWork } from "@/features/positions/before-work";
import { Halt } from "@/features/restore/halt";
import { StopIt } from "@/features/restore/parts";
import type { LiveRestore } from "@/features/restore/use-restore";
import { Waits } from "@/features/restore/waits";
import { Truth } from "@/features/restore/write-progress";
import { classes } from "@/ui/classes";
import { Link } from "@/ui/link";
import { Notice } from "@/ui/notice";
import { moment } from "@/ui/when";

/** Where one is: at the drive itself, on the ground of what is live. What it is doing, what it waits for, and how it ended stand here. */
export function ChangeHead({
  restore,
  beforeWork,
  keepers,
  howTo,
  byLink,
  atOnce,
  away,
}: {
  restore: LiveRestore;
  beforeWork: string;
  keepers: string;
  howTo: string | undefined;
  byLink: boolean;
  atOnce: boolean;
  /** The drive was away since it was read. */
  away: boolean;
}) {
  const { to } = usePlant();
  const may = useMay("restore");
  const { job, steps, connected } = restore;
  const { place, identity } = job;
  const there = connected?.phase === "connected";
  /** Nobody has said anything that must be known here. */
  const untold = beforeWork === "" && keepers === "";
  const record = (number: number) => (
    <Link className="underline underline-offset-4" href={to(positionPath(job.tag, `?record=${number}`))}>
      record {number}
    </Link>
  );
  return (
    <>
      <h1 className="text-lg font-semibold">
        <svg viewBox="0 0 10 10" className="inline w-2.5 h-2.5 mr-1.5 text-teal" aria-hidden>
          <circle
            cx="5"
            cy="5"
            r="4"
            fill={atOnce ? "currentColor" : "none"}
            stroke="currentColor"
            strokeWidth="2"
          />
        </svg>
        {headWords(place.over !== undefined, may)}:{" "}
        <Link className="font-mono hover:underline underline-offset-4" href={to(positionPath(job.tag))}>
          {job.tag}
        </Link>{" "}
        {job.positionTitle}
      </h1>
      <p className="text-[15px]">
        <span className="max-sm:hidden">
          {identity.vendor} {identity.ratingName}, drive {identity.serial}. Begun by {job.byName},{" "}
          {moment(job.startedAt)}.{" "}
        </span>
        {!place.over &&
          (atOnce
            ? "What is written is in its permanent memory at once."
            : "What is written is in its running memory at once, and gone at a power-off.")}{" "}
        {job.beforeRecord !== undefined && <>What it held before is {record(job.beforeRecord)}.</>}{" "}
        {job.afterRecord !== undefined && <>What it held when it was left is {record(job.afterRecord)}.</>}
      </p>
      {!place.over && (
        <div className={classes("mt-2", untold && "max-sm:hidden")}>
          <BeforeWork words={beforeWork} keepers={keepers} />
        </div>
      )}
      {!place.over && untold && (
        // In one hand the values come first; what nobody has said is a touch away, and stands at the writing too.
        <details className="sm:hidden text-[15px]">
          <summary className="min-h-8">Drive {identity.serial}, and what is not told</summary>
          <p>
            {identity.vendor} {identity.ratingName}. Begun by {job.byName}, {moment(job.startedAt)}.
          </p>
          <BeforeWork words={beforeWork} keepers={keepers} />
        </details>
      )}
      <div className="mt-2">
        <Halt restore={restore} />
      </div>
      {!place.over && place.stage === "review" && connected && !there && (
        <Notice kind="caution" title="The drive does not answer; it is looked for by itself.">
          What it holds now is not told. Nothing is sent meanwhile, nor by itself once it is back.
        </Notice>
      )}
      {!place.over && place.stage === "review" && there && away && (
        <Notice kind="caution" title="The drive was away since it was read.">
          What it holds now is not told until it is read again: what was not permanent may be gone.
        </Notice>
      )}
      <Waits place={place} howTo={howTo} byLink={byLink} />
      {place.stage === "write" && worksByItself(place) && (
        <Truth steps={steps} permanent={job.permanent} working />
      )}
      {job.reading && !place.over && <Reading reading={job.reading} />}
      {!place.over && <StopIt restore={restore} />}
    </>
  );
}

/** Who may write is told that it is no draft; who looks on, that somebody is at it. */
function headWords(over: boolean, may: boolean): string {
  if (over) return "Was changed on the drive";
  return may ? "You change the drive itself" : "The drive itself is being changed";
}
