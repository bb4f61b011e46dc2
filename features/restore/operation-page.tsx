"use client";
import type { JobView, RestoreDetail } from "@/core/contract";
import { positionPath } from "@/core/plant/position-path";
import { ACTS_AT, isOfProgram, isSwitchOver, OPERATION_WORDS, type WholeOperation } from "@/core/restore";
import { Reading } from "@/features/bench/reading";
import { Touchable } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { BeforeWork } from "@/features/positions/before-work";
import { Link } from "@/ui/link";
import { Notice } from "@/ui/notice";
import { Step } from "@/ui/step";
import { moment } from "@/ui/when";
import type { ResetFates } from "./foreseen";
import { Halt } from "./halt";
import { Sending } from "./of-program";
import { OperationLook } from "./operation-look";
import { ABOUT, ACT } from "./operation-words";
import type { SheetParameter } from "./parameter";
import { StopIt, ToReceipt } from "./parts";
import { Permission } from "./permission";
import { endWords, EndWords, past, stateOf } from "./progress";
import { useRestore, type LiveRestore } from "./use-restore";

interface Props {
  first: RestoreDetail;
  operation: WholeOperation;
  beforeWork: string;
  /** Who else holds the values; empty where nobody has said. */
  keepers: string;
  parameters: SheetParameter[];
  howTo: string | undefined;
  byLink: boolean;
  /** Of a factory reset: what it does beside the values. */
  fates: ResetFates | undefined;
}

/** Making permanent, giving up by a power-off, and a factory reset: what will be otherwise is seen first, then it is done, then it is proved. */
export function OperationPage({
  first,
  operation,
  beforeWork,
  keepers,
  parameters,
  howTo,
  byLink,
  fates,
}: Props) {
  const { to } = usePlant();
  const restore = useRestore(first);
  const { job } = restore;
  const { place } = job;
  const acts = ACTS_AT[operation];
  const words = OPERATION_WORDS[operation];
  const record = (number: number) => (
    <Link className="underline underline-offset-4" href={to(positionPath(job.tag, `?record=${number}`))}>
      record {number}
    </Link>
  );
  const { over, program } = restore.detail.plan ?? {};
  const file = program?.file;
  const asksPermission = operation !== "power-off" && (over === undefined || over.command !== undefined);
  const from = asksPermission ? 5 : 4;
  return (
    <div className="px-6 max-sm:px-3 py-5 max-w-5xl w-full mx-auto">
      <h1 className="text-xl font-semibold">
        <Link className="font-mono hover:underline underline-offset-4" href={to(positionPath(job.tag))}>
          {job.tag}
        </Link>{" "}
        {job.positionTitle}: {words.title.toLowerCase()}, drive {job.identity.serial}
      </h1>
      <p className="text-soft mb-3 text-[15px]">
        {job.identity.vendor} {job.identity.ratingName}, firmware {job.identity.firmware}. Begun by{" "}
        {job.byName}, {moment(job.startedAt)}. {ABOUT[operation]}
      </p>
      <BeforeWork words={beforeWork} keepers={keepers} />
      <Touchable right="restore">
        <Halt restore={restore} />
        {over && place.stage === "switch-over" && place.waitsFor === "drive" && (
          <Elsewhere answersAt={`It answers ${over.way}, once it is switched over.`} />
        )}
        {fates?.communication === "reset" && place.waitsFor === "drive" && place.stage === "verify" && (
          <Elsewhere answersAt={fates.answersAt} />
        )}
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
          <OperationLook restore={restore} operation={operation} parameters={parameters} fates={fates} />
          {asksPermission && <Permission restore={restore} acts={acts} howTo={howTo} byLink={byLink} />}
          <Step
            number={from}
            title={ACT[operation]}
            state={stateOf(restore, acts)}
            found={doneWords(restore, operation)}
          >
            {job.share !== undefined && file && !place.waitsFor && (
              <Sending share={job.share} bytes={file.bytes} />
            )}
            {(place.waitsFor === "power" || place.waitsFor === "keypad") && (
              <Notice
                kind="caution"
                title={
                  place.waitsFor === "power"
                    ? "Waiting for it to be switched off and on again"
                    : "Waiting for somebody at its keypad"
                }
              >
                {place.why}
              </Notice>
            )}
          </Step>
          <Step
            number={from + 1}
            title="Read everything again and compare"
            state={stateOf(restore, "verify")}
            found={job.afterRecord !== undefined && <>kept as {record(job.afterRecord)}</>}
          >
            {place.stage === "verify" && job.reading && <Reading reading={job.reading} />}
          </Step>
          <Step
            number={from + 2}
            title="Receipt"
            state={job.receiptId ? "open" : stateOf(restore, "receipt")}
            found={endWords(restore) && <EndWords restore={restore} />}
          >
            <ToReceipt
              restore={restore}
              putsBack={operation === "power-off" || operation === "factory-reset"}
            />
            {job.receiptId && isSwitchOver(operation) && <ThenRestore job={job} />}
          </Step>
        </div>
        <StopIt restore={restore} />
      </Touchable>
    </div>
  );
}

function doneWords(restore: LiveRestore, operation: WholeOperation): string | undefined {
  const { job } = restore;
  const through =
    past(restore, ACTS_AT[operation]) && !(job.place.over === "ended" && job.permanent === "no");
  if (!through) return undefined;
  if (isOfProgram(operation)) return "what it says of it is read below";
  if (isSwitchOver(operation)) return `it answers as ${restore.job.identity.ratingName}`;
  if (operation === "factory-reset") return "asked for; what came of it is read below";
  if (operation === "power-off") return "it was away and is back";
  return job.permanent === "yes"
    ? "the drive says that nothing is volatile"
    : "whether it came about is not told";
}

/** After a reset it may speak another way; nobody finds it where it was. */
function Elsewhere({ answersAt }: { answersAt: string }) {
  const { to } = usePlant();
  return (
    <div className="mb-4">
      <Notice kind="caution" title="It may answer elsewhere now">
        {answersAt} It is looked for where it was and there, on a serial line with its speed and parity of
        then too, as long as no other drive is spoken to on the line. If it is not found: stop here, let go of
        it, connect it on{" "}
        <Link className="underline underline-offset-4" href={to("/bench")}>
          the bench
        </Link>{" "}
        as it speaks now, then go on.
      </Notice>
    </div>
  );
}

/** The values are the factory's now: the machine does not run as it did before one of its records is restored. */
function ThenRestore({ job }: { job: JobView }) {
  const { to } = usePlant();
  const { family, vendor } = job.identity;
  return (
    <p className="mt-2 text-[15px]">
      It holds the factory&apos;s values now.{" "}
      <Link className="underline underline-offset-4" href={to(positionPath(job.tag, "/restore"))}>
        Restore a record of a {vendor} {family}
      </Link>{" "}
      onto it, or carry one over first.
    </p>
  );
}
