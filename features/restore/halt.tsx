"use client";
import { usePlant } from "@/features/house/use-plant";
import { Button } from "@/ui/button";
import { Link } from "@/ui/link";
import { Notice } from "@/ui/notice";
import { endWords } from "./progress";
import type { LiveRestore } from "./use-restore";
import { Truth } from "./write-progress";

/** What is over says so where one begins to read; what a halted restore says, and what one can do about it; and what one that lost its drive says. */
export function Halt({ restore }: { restore: LiveRestore }) {
  const { to } = usePlant();
  const { job, steps, connected } = restore;
  const { waitsFor, why, over, stage } = job.place;
  const begun = steps.length > 0;
  if (!over && stage === "review" && !connected)
    return (
      <div className="mb-4">
        <Notice kind="caution" title="The drive is not connected; this waits as it was seen last.">
          <Link
            className="underline underline-offset-4"
            href={to(`/bench?tag=${encodeURIComponent(job.tag)}`)}
          >
            Connect drive {job.identity.serial} on the bench
          </Link>
          , then look through it and go on, or end it below. Nothing is done to it meanwhile.
        </Notice>
      </div>
    );
  if (over)
    return (
      <p className="mb-3 text-[15px]">
        {`This is over. ${endWords(restore) ?? ""}`}{" "}
        {job.receiptId && (
          <Link className="underline underline-offset-4" href={to(`/receipts/${job.receiptId}`)}>
            Receipt {job.receiptId}
          </Link>
        )}
      </p>
    );
  if (waitsFor !== "person" && waitsFor !== "drive") return null;
  if (waitsFor === "drive")
    return (
      <div className="mb-4">
        <Notice
          kind="caution"
          title="The drive is lost; it is tried again by itself, and work goes on when the same drive is back."
        >
          <p>{why}</p>
          {begun && <Truth steps={steps} permanent={job.permanent} />}
        </Notice>
      </div>
    );
  return (
    <div className="mb-4">
      <Notice kind="caution" title="Halted">
        <p>{why}</p>
        {begun && <Truth steps={steps} permanent={job.permanent} />}
        {!connected && (
          <p className="mt-1">
            <Link className="underline underline-offset-4" href={to("/bench")}>
              Connect drive {job.identity.serial} on the bench
            </Link>
            , then go on.
          </p>
        )}
        <div className="flex flex-wrap gap-2 mt-3">
          <Button rank="primary" disabled={!connected} onClick={() => void restore.goOn()}>
            Go on
          </Button>
          {(begun || job.kind === "factory-reset") && (
            <Button disabled={!connected} onClick={() => void restore.putBack()}>
              Put back what was there before
            </Button>
          )}
          <Button rank="quiet" onClick={() => void restore.end()}>
            End it as it is
          </Button>
        </div>
      </Notice>
    </div>
  );
}
