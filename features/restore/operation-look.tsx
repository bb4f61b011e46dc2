import { useMemo } from "react";
import { isOfProgram, isSwitchOver, OPERATION_WORDS, type Plan, type WholeOperation } from "@/core/restore";
import { counted } from "@/core/words";
import { Step } from "@/ui/step";
import { Checks } from "./checks";
import { Fates, Foreseen, Over, type ResetFates } from "./foreseen";
import { OfProgram } from "./of-program";
import { toParameter, type SheetParameter } from "./parameter";
import { Decide, useLooked } from "./parts";
import { checkWords } from "./review";
import type { LiveRestore } from "./use-restore";

/** Checks, and what will be otherwise; nothing happens before somebody has seen both. */
export function OperationLook({
  restore,
  operation,
  parameters,
  fates,
}: {
  restore: LiveRestore;
  operation: WholeOperation;
  parameters: SheetParameter[];
  /** Of a factory reset: what it does beside the values. */
  fates: ResetFates | undefined;
}) {
  const { detail, job } = restore;
  const { checks, plan } = detail;
  const byCode = useMemo(
    () => new Map(parameters.map((each) => [each.code, toParameter(each)])),
    [parameters],
  );
  const { looked, onLook, stops, open } = useLooked(checks);
  const looking = job.place.stage === "review" && !job.place.over;
  const state = plan === undefined ? "later" : lookState(looking);
  return (
    <>
      <Step number={2} title="Check" state={state} found={checks.length > 0 && checkWords(checks)}>
        {looking ? (
          <Checks
            checks={checks}
            looking={{ looked, onLook, exchanged: undefined, onExchanged: () => undefined }}
          />
        ) : (
          checks.length > 0 && (
            <details className="text-[15px]">
              <summary className="cursor-pointer text-soft">What was checked</summary>
              <Checks checks={checks} />
            </details>
          )
        )}
      </Step>
      <Step number={3} title="What will be otherwise" state={state} found={plan && foundWords(plan)}>
        {plan && (
          <>
            {fates && <Fates fates={fates} />}
            {plan.over && <Over over={plan.over} />}
            {plan.program && <OfProgram program={plan.program} />}
            {!isSwitchOver(operation) && !isOfProgram(operation) && (
              <Foreseen operation={operation} plan={plan} byCode={byCode} />
            )}
          </>
        )}
        {looking && plan && (
          <Decide
            restore={restore}
            stops={stops}
            open={open}
            does={OPERATION_WORDS[operation].does}
            ends="End without doing it"
            stopped="A check says stop, so nothing is done."
            onConfirm={() => void restore.confirm(looked, "")}
          />
        )}
      </Step>
    </>
  );
}

function foundWords({ untold, over, program, writes }: Plan): string {
  if (over) return "another parameter list";
  if (program) return "its program";
  return untold ? "which values is not told" : counted(writes.length, "value");
}

const lookState = (looking: boolean): "open" | "done" => (looking ? "open" : "done");
