"use client";
import { useState } from "react";
import { notLookedAt } from "@/core/restore";
import type { Parameter } from "@/core/value";
import { counted } from "@/core/words";
import { RehearseButton } from "@/features/rehearsal/rehearse-button";
import { useNotes } from "@/features/sheet/use-notes";
import { Step } from "@/ui/step";
import { Checks } from "./checks";
import { Decide, useLooked } from "./parts";
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
  const notes = useNotes(job.identity.definitionId, job.tag);
  const looking = job.place.stage === "review" && !job.place.over;
  const { looked, onLook, stops, open } = useLooked(checks);
  const [deadVoltage, setDeadVoltage] = useState("");
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
        {looking && (
          <Checks
            checks={checks}
            looking={{
              looked,
              onLook,
              exchanged: choices.exchanged,
              onExchanged: (exchanged) => void restore.choose({ ...choices, exchanged }),
            }}
          />
        )}
        {looking && (
          <label className="block border-t border-hairline pt-2 text-[15px]">
            Where hands go inside: tested for dead voltage by whom, measured how
            <input
              className="block w-full max-w-xl min-h-11 sm:min-h-9 rounded-page border border-hairline bg-leaf px-2"
              value={deadVoltage}
              maxLength={300}
              onChange={({ target }) => setDeadVoltage(target.value)}
            />
          </label>
        )}
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
          `${plan.writes.length} to write, ${plan.equal} already as recorded, ${plan.leftOut.length} left out${plan.rest ? `, ${plan.rest} measured, counted or alike anyway` : ""}`
        }
      >
        {looking && plan && (
          <>
            <PlanTable
              plan={plan}
              choices={choices}
              byCode={byCode}
              notes={notes.all}
              onChoose={(next) => void restore.choose(next)}
              locked={false}
            />
            <Decide
              restore={restore}
              stops={stops}
              open={open}
              does={`Write ${counted(plan.writes.length, "parameter")} →`}
              ends="End without writing"
              stopped="A check says stop, so nothing can be written."
              onConfirm={() => void restore.confirm(looked, deadVoltage)}
            >
              <RehearseButton tag={job.tag} what={{ restore: job.id }}>
                Rehearse it first
              </RehearseButton>
            </Decide>
          </>
        )}
      </Step>
    </>
  );
}

/** What the checks come to, in a few words. */
export function checkWords(checks: LiveRestore["detail"]["checks"]): string {
  const stops = checks.filter((each) => each.verdict === "stop").length;
  const cautions = checks.filter((each) => each.verdict === "caution").length;
  const unknown = notLookedAt(checks, []).length;
  const looked = checks.filter((each) => each.lookedBy !== undefined);
  if (stops > 0) return `${stops} say stop: nothing is written`;
  if (unknown > 0) return `no stop, ${unknown} not told${cautions > 0 ? `, ${cautions} to note` : ""}`;
  const parts = [
    ...(looked.length > 0 ? [`${looked.length} not told, looked at by ${looked[0]!.lookedBy}`] : []),
    ...(cautions > 0 ? [`${cautions} to note`] : []),
  ];
  return parts.length > 0 ? `no stop, ${parts.join(", ")}` : "all fine";
}
