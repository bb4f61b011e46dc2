"use client";
import type { Parameter } from "@/core/value";
import { Button } from "@/ui/button";
import { Step } from "@/ui/step";
import { Checks } from "./checks";
import { PlanTable } from "./plan-table";
import type { LiveRestore } from "./use-restore";

/** The two steps in which a person looks: what was checked, and what will be written. */
export function Review({
  restore,
  byCode,
}: {
  restore: LiveRestore;
  byCode: ReadonlyMap<string, Parameter>;
}) {
  const { detail, job } = restore;
  const { checks, plan, choices } = detail;
  const looking = job.place.stage === "review" && !job.place.over;
  const stops = checks.filter((each) => each.verdict === "stop").length;
  const state = (there: boolean) => {
    if (!there) return "later";
    return looking ? "open" : "done";
  };
  return (
    <>
      <Step
        number={2}
        title="Check"
        state={state(checks.length > 0)}
        found={checks.length > 0 && checkWords(checks)}
      >
        {looking && <Checks checks={checks} />}
        {!looking && checks.length > 0 && (
          <details className="text-[15px]">
            <summary className="cursor-pointer text-soft">What was checked</summary>
            <Checks checks={checks} />
          </details>
        )}
      </Step>
      <Step
        number={3}
        title="Plan"
        state={state(plan !== undefined)}
        found={
          plan &&
          `${plan.writes.length} to write, ${plan.equal} already as recorded, ${plan.leftOut.length} left out`
        }
      >
        {looking && plan && (
          <>
            <PlanTable
              plan={plan}
              choices={choices}
              byCode={byCode}
              onChoose={(next) => void restore.choose(next)}
              locked={false}
            />
            <div className="flex flex-wrap gap-2 mt-3 items-center">
              <Button rank="primary" disabled={stops > 0} onClick={() => void restore.confirm()}>
                Write {plan.writes.length} parameters →
              </Button>
              <Button rank="quiet" onClick={() => void restore.end()}>
                End without writing
              </Button>
              {stops > 0 && (
                <span className="text-vermilion">A check says stop, so nothing can be written.</span>
              )}
            </div>
          </>
        )}
      </Step>
    </>
  );
}

function checkWords(checks: LiveRestore["detail"]["checks"]): string {
  const stops = checks.filter((each) => each.verdict === "stop").length;
  const cautions = checks.filter((each) => each.verdict === "caution").length;
  if (stops > 0) return `${stops} say stop: nothing is written`;
  return cautions > 0 ? `no stop, ${cautions} to note` : "all fine";
}
