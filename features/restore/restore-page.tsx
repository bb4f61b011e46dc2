"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useCallback, useEffect, useMemo, useState } from "react";
import type { JobView, RestoreDetail, RestorePhase } from "@/core/live";
import type { PlanChoices } from "@/core/restore";
import { Reading } from "@/features/bench/reading";
import { act, ask } from "@/features/live/ask";
import { useLive } from "@/features/live/store";
import { Button, ButtonLink } from "@/ui/button";
import { Notice } from "@/ui/notice";
import { Step } from "@/ui/step";
import { Checks } from "./checks";
import { toParameter, type SheetParameter } from "./parameter";
import { PlanTable } from "./plan-table";
import { Trouble, Truth, WriteProgress } from "./write-progress";

type Detail = RestoreDetail & { seal?: string };

interface Props {
  first: Detail;
  parameters: SheetParameter[];
  groups: Array<{ id: string; title: string }>;
  howTo: string | undefined;
  /** The permission is given over the link, not by a person at the keypad. */
  byLink: boolean;
  writesLand: "running" | "permanent";
}

/** A restore from the check to the receipt: all steps on one page, the current one open. */
export function RestorePage({ first, parameters, groups, howTo, byLink }: Props) {
  const router = useRouter();
  const { jobs, steps: changes, connections } = useLive();
  const [loaded, setLoaded] = useState(first);
  const byCode = useMemo(
    () => new Map(parameters.map((each) => [each.code, toParameter(each)])),
    [parameters],
  );
  const live = jobs.get(first.id);
  const job: JobView = live ?? loaded;
  const changed = changes.get(first.id);
  const steps = useMemo(
    () => loaded.steps.map((step, i) => changed?.get(i) ?? step),
    [loaded.steps, changed],
  );
  const load = useCallback(async () => {
    const answer = await ask<Detail>("GET", `/api/restores/${first.id}`);
    if (answer.ok) setLoaded(answer.value);
  }, [first.id]);
  const { phase } = job;
  // Checks, plan and the list of steps change with the phase; single steps come as events.
  useEffect(() => {
    void Promise.resolve().then(load);
  }, [phase, load]);

  const connected = [...connections.values()].find(
    (each) => `${each.identity?.definitionId}/${each.identity?.serial}` === job.driveKey,
  );
  const send = (name: string, body: object = {}) =>
    act<JobView>("POST", `/api/restores/${first.id}/${name}`, body);
  const choose = async (choices: PlanChoices): Promise<void> => {
    await send("choose", { choices });
    await load();
  };
  const confirm = async (): Promise<void> => {
    await send("confirm", { seal: loaded.seal });
    await load();
  };
  const putBack = async (): Promise<void> => {
    const next = await send("put-back");
    if (next) router.push(`/restore/${next.id}`);
  };
  const reached = (at: RestorePhase[]): "done" | "open" | "later" =>
    at.includes(place(job, loaded)) ? "open" : rank(place(job, loaded)) > rank(at[0]!) ? "done" : "later";
  const stops = loaded.checks.filter((each) => each.verdict === "stop").length;
  const cautions = loaded.checks.filter((each) => each.verdict === "caution").length;
  const begun = steps.length > 0;
  const underWay = job.open && phase !== "review" && phase !== "halted";

  return (
    <div className="px-6 py-5 max-w-5xl w-full mx-auto">
      <h1 className="text-xl font-semibold">
        <Link className="font-mono hover:underline underline-offset-4" href={`/positions/${job.tag}`}>
          {job.tag}
        </Link>{" "}
        {job.positionTitle}: record {job.recordNumber} → drive {job.identity.serial}
      </h1>
      <p className="text-soft mb-3 text-[15px]">
        {job.identity.vendor} {job.identity.ratingName}, firmware {job.identity.firmware}. Begun by{" "}
        {job.byName}.
      </p>

      {phase === "halted" && (
        <div className="mb-4">
          <Notice kind="caution" title="Halted">
            <p>{job.note}</p>
            {begun && <Truth steps={steps} permanent={job.permanent} />}
            {!connected && (
              <p className="mt-1">
                <Link className="underline underline-offset-4" href="/bench">
                  Connect drive {job.identity.serial} on the bench
                </Link>
                , then go on.
              </p>
            )}
            <div className="flex flex-wrap gap-2 mt-3">
              <Button rank="primary" disabled={!connected} onClick={() => void send("go-on")}>
                Go on
              </Button>
              {begun && (
                <Button disabled={!connected} onClick={() => void putBack()}>
                  Put back what was there before
                </Button>
              )}
              <Button rank="quiet" onClick={() => void send("end")}>
                End it as it is
              </Button>
            </div>
          </Notice>
        </div>
      )}
      {phase === "waiting-for-drive" && (
        <div className="mb-4">
          <Notice
            kind="caution"
            title="The drive is lost; it is tried again by itself, and the restore goes on when the same drive is back."
          >
            <p>{job.note}</p>
            {begun && <Truth steps={steps} permanent={job.permanent} />}
          </Notice>
        </div>
      )}

      <div className="bg-leaf border border-hairline rounded-page">
        <Step
          number={1}
          title="Read the drive as it is"
          state={reached(["reading-before"])}
          found={
            job.beforeRecord !== undefined && (
              <>
                kept as{" "}
                <Link
                  className="underline underline-offset-4"
                  href={`/positions/${job.tag}?record=${job.beforeRecord}`}
                >
                  record {job.beforeRecord}
                </Link>
                , the record of before
              </>
            )
          }
        >
          {phase === "reading-before" && job.reading && <Reading reading={job.reading} />}
        </Step>
        <Step
          number={2}
          title="Check"
          state={loaded.checks.length === 0 ? "later" : phase === "review" ? "open" : "done"}
          found={
            loaded.checks.length > 0 &&
            (stops > 0
              ? `${stops} say stop: nothing is written`
              : cautions > 0
                ? `no stop, ${cautions} to note`
                : "all fine")
          }
        >
          {phase === "review" ? (
            <Checks checks={loaded.checks} />
          ) : (
            loaded.checks.length > 0 && (
              <details className="text-[15px]">
                <summary className="cursor-pointer text-soft">What was checked</summary>
                <Checks checks={loaded.checks} />
              </details>
            )
          )}
        </Step>
        <Step
          number={3}
          title="Plan"
          state={!loaded.plan ? "later" : phase === "review" ? "open" : "done"}
          found={
            loaded.plan &&
            `${loaded.plan.writes.length} to write, ${loaded.plan.equal} already as recorded, ${loaded.plan.leftOut.length} left out`
          }
        >
          {phase === "review" && loaded.plan && (
            <>
              <PlanTable
                plan={loaded.plan}
                choices={loaded.choices}
                byCode={byCode}
                onChoose={(choices) => void choose(choices)}
                locked={false}
              />
              <div className="flex flex-wrap gap-2 mt-3 items-center">
                <Button rank="primary" disabled={stops > 0} onClick={() => void confirm()}>
                  Write {loaded.plan.writes.length} parameters →
                </Button>
                <Button rank="quiet" onClick={() => void send("end")}>
                  End without writing
                </Button>
                {stops > 0 && (
                  <span className="text-vermilion">A check says stop, so nothing can be written.</span>
                )}
              </div>
            </>
          )}
        </Step>
        <Step
          number={4}
          title="Write permission"
          state={reached(["permission", "motor"])}
          found={
            phase !== "permission" &&
            phase !== "motor" &&
            begun &&
            phase !== "halted" &&
            "the motor stands, the permission is given"
          }
        >
          {phase === "permission" && (
            <Notice
              kind="caution"
              title={
                byLink
                  ? "The drive is asked for its permission"
                  : "Waiting for the permission to be given at the keypad"
              }
            >
              <p>{howTo}</p>
              <p className="text-soft">
                It is watched for; writing begins by itself. Nothing is tried meanwhile.
              </p>
            </Notice>
          )}
          {phase === "motor" && (
            <Notice kind="stop" title="The motor turns">
              {job.note}
            </Notice>
          )}
        </Step>
        <Step
          number={5}
          title="Write"
          state={reached(["writing"])}
          found={
            begun &&
            rank(place(job, loaded)) > rank("writing") && <Truth steps={steps} permanent={job.permanent} />
          }
        >
          {begun && (phase === "writing" || phase === "halted" || phase === "waiting-for-drive") && (
            <WriteProgress steps={steps} byCode={byCode} groups={groups} />
          )}
          {phase === "writing" && <Truth steps={steps} permanent={job.permanent} />}
          {begun && (
            <Trouble
              steps={steps}
              byCode={byCode}
              onAgain={phase === "halted" && connected ? (again) => void send("go-on", { again }) : undefined}
            />
          )}
        </Step>
        <Step
          number={6}
          title="Make permanent"
          state={reached(["permanent", "restart"])}
          found={
            job.permanent === "yes"
              ? "every value is in the permanent memory"
              : phase === "restart"
                ? "the drive restarts and is expected back"
                : undefined
          }
        />
        <Step
          number={7}
          title="Read everything again and compare"
          state={reached(["verifying"])}
          found={
            job.afterRecord !== undefined && (
              <>
                kept as{" "}
                <Link
                  className="underline underline-offset-4"
                  href={`/positions/${job.tag}?record=${job.afterRecord}`}
                >
                  record {job.afterRecord}
                </Link>
              </>
            )
          }
        >
          {phase === "verifying" && job.reading && <Reading reading={job.reading} />}
        </Step>
        <Step
          number={8}
          title="Receipt"
          state={job.receiptId ? "open" : "later"}
          found={
            job.receiptId && phase === "done" ? (
              verified(loaded) ? (
                <strong className="text-ink">Verified.</strong>
              ) : (
                "Ended; not everything is as recorded."
              )
            ) : phase === "ended" ? (
              "Ended before it was done."
            ) : undefined
          }
        >
          {job.receiptId && (
            <div className="flex flex-wrap gap-2">
              <ButtonLink rank="primary" href={`/receipts/${job.receiptId}`}>
                Open receipt {job.receiptId}
              </ButtonLink>
              {phase === "done" && connected && (
                <Button onClick={() => void putBack()}>Put back what was there before</Button>
              )}
            </div>
          )}
        </Step>
      </div>
      {underWay && (
        <div className="mt-3 flex gap-2">
          <Button rank="plain" onClick={() => void send("stop")}>
            Stop
          </Button>
          <span className="self-center text-soft text-[14px]">
            It stops between two exchanges with the drive; the page then says how things stand.
          </span>
        </div>
      )}
    </div>
  );
}

const ORDER: RestorePhase[] = [
  "reading-before",
  "review",
  "permission",
  "writing",
  "permanent",
  "verifying",
  "done",
];

function rank(phase: RestorePhase): number {
  const at = { motor: "permission", restart: "permanent", ended: "done" } as Partial<
    Record<RestorePhase, RestorePhase>
  >;
  return ORDER.indexOf(at[phase] ?? phase);
}

/** The step a job stands at; a halt or a lost drive stands where the work was. */
function place(job: JobView, detail: RestoreDetail): RestorePhase {
  if (job.phase !== "halted" && job.phase !== "waiting-for-drive") return job.phase;
  if (job.permanent === "yes") return "verifying";
  return detail.steps.length > 0 ? "writing" : "reading-before";
}

function verified(detail: RestoreDetail): boolean {
  return detail.steps.every((each) => each.state === "written");
}
