"use client";
import { useMemo } from "react";
import type { RestoreDetail } from "@/core/contract";
import { positionPath } from "@/core/plant/position-path";
import { CHANGED_BY_DRIVE, EXCHANGED_TEXT, newParts, partWords, worksByItself } from "@/core/restore";
import { BeforeItRuns } from "@/features/bench/before-it-runs";
import { Reading } from "@/features/bench/reading";
import { Touchable } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { asHeard } from "@/features/live/at-position";
import { useLive } from "@/features/live/store";
import { BeforeWork } from "@/features/positions/before-work";
import { Link } from "@/ui/link";
import { Step } from "@/ui/step";
import { moment } from "@/ui/when";
import { Halt } from "./halt";
import { toParameter, type SheetParameter } from "./parameter";
import { StopIt, ToReceipt } from "./parts";
import { Permission } from "./permission";
import { endWords, EndWords, past, stateOf } from "./progress";
import { Review } from "./review";
import { useRestore, type LiveRestore } from "./use-restore";
import { Trouble, Truth, WriteProgress } from "./write-progress";

interface Props {
  first: RestoreDetail;
  beforeWork: string;
  /** Who else holds the values; empty where nobody has said. */
  keepers: string;
  parameters: SheetParameter[];
  groups: Array<{ id: string; title: string }>;
  howTo: string | undefined;
  /** The permission is given over the link, not by a person at the keypad. */
  byLink: boolean;
}

/** A restore from the check to the receipt: all steps on one page, the current one open. */
export function RestorePage({ first, beforeWork, keepers, parameters, groups, howTo, byLink }: Props) {
  const { to } = usePlant();
  const { online } = useLive();
  const restore = useRestore(first);
  const byCode = useMemo(
    () => new Map(parameters.map((each) => [each.code, toParameter(each)])),
    [parameters],
  );
  const { job, steps, connected } = restore;
  const { place } = job;
  const record = (number: number) => (
    <Link className="underline underline-offset-4" href={to(positionPath(job.tag, `?record=${number}`))}>
      record {number}
    </Link>
  );
  const begun = steps.length > 0;
  return (
    <div className="px-6 max-sm:px-3 py-5 max-w-5xl w-full mx-auto">
      <h1 className="text-xl font-semibold">
        <Link className="font-mono hover:underline underline-offset-4" href={to(positionPath(job.tag))}>
          {job.tag}
        </Link>{" "}
        {job.positionTitle}: record {job.recordNumber}
        {job.recordLacks && ", partial,"}
        {job.recordTag && ` of ${job.recordTag}`} → drive {job.identity.serial}
        {restore.detail.choices.part && `, ${partWords(restore.detail.choices.part)}`}
      </h1>
      <p className="text-soft mb-3 text-[15px]">
        {job.identity.vendor} {job.identity.ratingName}, firmware {job.identity.firmware}. Begun by{" "}
        {job.byName}, {moment(job.startedAt)}.
        {job.spare && ` A spare on the workbench is prepared for ${job.tag}; what stands there stays.`}
      </p>
      <BeforeWork words={beforeWork} keepers={keepers} />
      <Touchable right="restore">
        <Halt restore={restore} />
        <div className="bg-leaf border border-hairline rounded-page">
          <Step
            number={1}
            title="Read the drive as it is"
            state={stateOf(restore, "read-before")}
            found={
              job.beforeRecord !== undefined && <>kept as {record(job.beforeRecord)}, the record of before</>
            }
          >
            {place.stage === "read-before" && job.reading && <Reading reading={job.reading} />}
          </Step>
          <Review restore={restore} byCode={byCode} />
          <Permission restore={restore} acts="write" howTo={howTo} byLink={byLink} />
          <Step
            number={5}
            title="Write"
            state={stateOf(restore, "write")}
            found={begun && past(restore, "write") && <Truth steps={steps} permanent={job.permanent} />}
          >
            {begun && place.stage === "write" && !place.over && (
              <>
                <WriteProgress steps={steps} byCode={byCode} groups={groups} />
                {!place.waitsFor && <Truth steps={steps} permanent={job.permanent} working />}
              </>
            )}
            {begun && (
              <Trouble
                steps={steps}
                byCode={byCode}
                working={worksByItself(place)}
                onAgain={
                  place.waitsFor === "person" && connected ? (again) => void restore.goOn(again) : undefined
                }
              />
            )}
          </Step>
          <Step
            number={6}
            title="Read everything again before it is made permanent"
            state={stateOf(restore, "look-again")}
            found={past(restore, "look-again") && changedWords(steps)}
          >
            {place.stage === "look-again" && job.reading && <Reading reading={job.reading} />}
          </Step>
          <Step
            number={7}
            title="Make permanent"
            state={stateOf(restore, "make-permanent", "restart")}
            found={permanentWords(restore)}
          />
          <Step
            number={8}
            title="Read everything again and compare"
            state={stateOf(restore, "verify")}
            found={job.afterRecord !== undefined && <>kept as {record(job.afterRecord)}</>}
          >
            {place.stage === "verify" && job.reading && <Reading reading={job.reading} />}
          </Step>
          <Step
            number={9}
            title="Receipt"
            state={job.receiptId ? "open" : stateOf(restore, "receipt")}
            found={endWords(restore) && <EndWords restore={restore} />}
          >
            {place.over === "done" && <Not restore={restore} parameters={parameters} />}
            {place.over === "done" && connected && (
              <div className="mb-3">
                <BeforeItRuns view={asHeard(connected, online)} open />
              </div>
            )}
            <ToReceipt restore={restore} putsBack />
          </Step>
        </div>
        <StopIt restore={restore} />
      </Touchable>
    </div>
  );
}

/** What is not proved by a restore, even a verified one. */
function Not({ restore, parameters }: { restore: LiveRestore; parameters: SheetParameter[] }) {
  const fresh = newParts(restore.detail.choices.exchanged);
  const safe = parameters.some((each) => each.kind === "safety");
  if (fresh.length === 0 && !safe) return null;
  return (
    <div className="mb-3 space-y-1 text-[15px]">
      {fresh.length > 0 && (
        <p>
          The axis is not ready: {fresh.map((each) => EXCHANGED_TEXT[each]).join(", ")} exchanged. Identify
          it, home it, and prove its travel limits.
        </p>
      )}
      {safe && <p>Safe functions are not confirmed by this; a named person does that on the receipt.</p>}
    </div>
  );
}

function changedWords(steps: LiveRestore["steps"]): string {
  const changed = steps.filter((each) => each.caution === CHANGED_BY_DRIVE).length;
  return changed === 0
    ? "nothing had to be written again"
    : `${changed} changed by the drive meanwhile, written again`;
}

function permanentWords({ job }: LiveRestore): string | undefined {
  if (job.permanent === "yes") return "every value is in the permanent memory";
  if (job.permanent === "unknown" && job.place.over) return "whether it came about is not told";
  return job.place.stage === "restart" ? "the drive restarts and is expected back" : undefined;
}
