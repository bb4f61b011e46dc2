"use client";
import { useRouter } from "next/navigation";
import { useEffect, useMemo, useState } from "react";
import { addressOf, batches, type BatchView } from "@/core/contract";
import { positionPath } from "@/core/plant/position-path";
import { OUTCOME_WORDS } from "@/core/restore";
import { counted } from "@/core/words";
import { Touchable } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { RehearseAll } from "@/features/rehearsal/rehearse-all";
import { toParameter, type SheetParameter } from "@/features/restore/parameter";
import { Button } from "@/ui/button";
import { Link } from "@/ui/link";
import { Notice } from "@/ui/notice";
import { Step } from "@/ui/step";
import { moment } from "@/ui/when";
import { LookThrough } from "./look-through";
import { MemberLines } from "./member-lines";
import { Together } from "./together";
import { useBatch, type Batch } from "./use-batch";

/** Several restores in one go: connected and read, looked through together, written one after the other on a link, and one account of all. */
export function BatchPage({ first, parameters }: { first: BatchView; parameters: SheetParameter[] }) {
  const { plant, to } = usePlant();
  const router = useRouter();
  const batch = useBatch(first);
  const { view, members, trouble } = batch;
  const byCode = useMemo(
    () => new Map(parameters.map((each) => [each.code, toParameter(each)])),
    [parameters],
  );
  const families = [...new Set(members.flatMap((each) => each.restore?.identity.definitionId ?? []))].join();
  // Which families answered decides whose parameters have names here.
  useEffect(() => router.refresh(), [families, router]);
  const read = members.filter((each) => each.restore && each.restore.place.stage !== "read-before");
  const looking = view.doing === undefined && members.some((each) => each.reviewed);
  const done = members.filter((each) => each.restore?.place.over !== undefined);
  return (
    <div className="px-6 max-sm:px-3 py-5 max-w-6xl w-full mx-auto print-flow">
      <h1 className="text-xl font-semibold">
        {counted(members.length, "drive")} in one go:{" "}
        {view.source ? (
          <>
            record{" "}
            <Link
              className="underline underline-offset-4"
              href={to(positionPath(view.source.tag, `?record=${view.source.record}`))}
            >
              {view.source.record} of {view.source.tag}
            </Link>{" "}
            for all
          </>
        ) : (
          "each its own standing record"
        )}
      </h1>
      <p className="text-soft mb-3 text-[15px]">
        Begun by {view.byName}, {moment(view.at)}. At the first trouble{" "}
        {view.onTrouble === "stop" ? "the others are left as they are" : "it goes on with the others"}.
      </p>
      {trouble && (
        <div className="mb-3">
          <Notice kind="caution" title={trouble.text}>
            {trouble.remedy} What stands here is from before.
          </Notice>
        </div>
      )}
      <Touchable right="restore">
        <div className="bg-leaf border border-hairline rounded-page">
          <Step number={1} title="The drives" state="open" found={foundWords(batch)}>
            <MemberLines members={members} doing={view.doing} />
            <div className="flex flex-wrap gap-2 mt-3 no-print">
              {view.doing ? (
                <Button onClick={() => void batch.stop()}>Stop</Button>
              ) : (
                members.some((each) => !each.restore || each.restore.place.over === "ended") && (
                  <Button onClick={() => void batch.read()}>
                    Connect and read those again that were not begun
                  </Button>
                )
              )}
            </div>
          </Step>
          <Step number={2} title="Check" state={step(read.length > 0, looking)}>
            {looking && <LookThrough batch={batch} />}
          </Step>
          <Step number={3} title="Plan" state={step(read.length > 0, looking)}>
            {read.length > 0 && <Together batch={batch} byCode={byCode} locked={!looking} />}
            {looking && <Write batch={batch} />}
          </Step>
          <Step
            number={4}
            title="Account"
            state={view.doing === undefined && done.length > 0 ? "open" : "later"}
            found={done.length > 0 ? accountWords(batch) : undefined}
          >
            <div className="flex flex-wrap gap-3 items-center no-print">
              <Button onClick={() => window.print()}>Print</Button>
              <span className="text-[14px]">
                As{" "}
                {(["csv", "xlsx"] as const).map((format, i) => (
                  <span key={format}>
                    {i > 0 && " or "}
                    <a
                      className="underline underline-offset-4"
                      href={addressOf(batches.batchFile, { params: { plant, batch: view.id, format } })}
                    >
                      {format === "csv" ? "CSV" : "spreadsheet"}
                    </a>
                  </span>
                ))}
              </span>
            </div>
          </Step>
        </div>
      </Touchable>
    </div>
  );
}

function Write({ batch }: { batch: Batch }) {
  const [deadVoltage, setDeadVoltage] = useState("");
  const chosen = batch.members.filter((each) => each.chosen);
  const open = chosen.reduce((sum, each) => sum + each.open, 0);
  const writes = chosen.reduce((sum, each) => sum + (each.restore?.plan?.writes.length ?? 0), 0);
  return (
    <div className="mt-3">
      <label className="block text-[15px] mb-3">
        Where hands go inside: tested for dead voltage by whom, measured how
        <input
          className="block w-full max-w-xl min-h-11 sm:min-h-9 rounded-page border border-hairline bg-leaf px-2"
          value={deadVoltage}
          maxLength={300}
          onChange={({ target }) => setDeadVoltage(target.value)}
        />
      </label>
      <div className="flex flex-wrap gap-2 items-center">
        <Button
          rank="primary"
          disabled={chosen.length === 0 || open > 0}
          onClick={() => void batch.write(deadVoltage)}
        >
          Write {counted(writes, "parameter")} onto {counted(chosen.length, "drive")} →
        </Button>
        <RehearseAll members={chosen} />
        <Button rank="quiet" onClick={() => void batch.endOpen()}>
          End without writing
        </Button>
        {open > 0 && (
          <span className="text-ochre">
            {open} {open === 1 ? "line of the checks is" : "lines of the checks are"} not told: look, and
            answer first.
          </span>
        )}
      </div>
    </div>
  );
}

const step = (there: boolean, looking: boolean): "done" | "open" | "later" => {
  if (!there) return "later";
  return looking ? "open" : "done";
};

/** How far the drives are, all together. */
export function foundWords({ view, members }: Pick<Batch, "view" | "members">): string {
  if (view.doing === "reading") return "being connected and read; nothing is written";
  if (view.doing === "writing") return "being written, one after the other on each link";
  const onTheWay = members.filter(
    ({ restore, reviewed }) => restore && !reviewed && restore.place.over === undefined,
  ).length;
  if (onTheWay > 0) return `${onTheWay} of ${members.length} stopped on the way: open each, and go on there`;
  const not = members.filter((each) => !each.restore).length;
  return not > 0 ? `${not} of ${members.length} not begun` : `all ${members.length} were read`;
}

/** How many came out how; only what was proved is called verified. */
function accountWords({ members }: Batch): string {
  const count = (holds: (each: Batch["members"][number]) => boolean): number => members.filter(holds).length;
  const verified = count((each) => each.restore?.place.over === "done" && each.restore.verified === true);
  const not = count((each) => each.restore?.place.over === "done" && !each.restore.verified);
  const ended = count((each) => each.restore?.place.over === "ended");
  const open = members.length - verified - not - ended;
  return [
    `${verified} of ${members.length} ${OUTCOME_WORDS.verified.toLowerCase()}`,
    not > 0 && `${not} ${OUTCOME_WORDS["not-verified"].toLowerCase()}`,
    ended > 0 && `${ended} ended before they were done`,
    open > 0 && `${open} not done`,
  ]
    .filter(Boolean)
    .join(", ");
}
