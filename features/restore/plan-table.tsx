"use client";
import type { ParameterNote } from "@/core/contract";
import { LEFT_OUT, whyWritten, type Plan, type PlanChoices } from "@/core/restore";
import type { Parameter } from "@/core/value";
import { NoteOf } from "@/features/sheet/note-of";
import { cards } from "@/ui/cards";
import { line } from "./parameter";
import { PartChoice } from "./part-choice";

interface Props {
  plan: Plan;
  choices: PlanChoices;
  byCode: ReadonlyMap<string, Parameter>;
  /** What people wrote down about parameters at the position, by code. */
  notes?: ReadonlyMap<string, ParameterNote>;
  onChoose: (choices: PlanChoices) => void;
  locked: boolean;
}

/** Every parameter that will be written, from what to what, in that order; and what is left out, with its reason. */
export function PlanTable({ plan, choices, byCode, notes, onChoose, locked }: Props) {
  const toggle = (code: string, out: boolean): void =>
    onChoose({
      ...choices,
      leaveOut: out ? [...choices.leaveOut, code] : choices.leaveOut.filter((each) => each !== code),
    });
  return (
    <div>
      <PartChoice
        parameters={[...byCode.values()]}
        part={choices.part}
        locked={locked}
        onChoose={(part) => onChoose({ ...choices, part })}
      />
      <fieldset disabled={locked} className="flex flex-wrap gap-x-6 gap-y-1 mb-3 text-[15px]">
        <legend className="text-soft text-[14px] mb-1">
          {plan.writes.length} will be written, {plan.equal} already are as recorded. Take along:
        </legend>
        {(
          [
            ["ratingDependent", "values that depend on the rating"],
            ["tuning", "results of tuning (the motor is the same)"],
            ["communication", "communication settings, written last"],
            ...(choices.names === undefined ? [] : [["names", "texts, which name the place"] as const]),
          ] as const
        ).map(([key, label]) => (
          <label key={key} className="flex items-center gap-2 min-h-8">
            <input
              type="checkbox"
              checked={choices[key]}
              onChange={(event) => onChoose({ ...choices, [key]: event.target.checked })}
            />
            {label}
          </label>
        ))}
      </fieldset>
      <div className="max-h-[46vh] max-sm:max-h-[70vh] overflow-auto border border-hairline rounded-page">
        <table {...cards.table} aria-label="Plan">
          <thead {...cards.head}>
            <tr role="row" className="sticky top-0 bg-leaf">
              <th className="font-normal w-10" aria-label="Take along" />
              <th className="font-normal pl-3 py-1 w-20">Code</th>
              <th className="font-normal">Parameter</th>
              <th className="font-normal w-48">In the drive now</th>
              <th className="w-8" aria-hidden />
              <th className="font-normal w-48">Will be</th>
              <th className="font-normal w-44">Why</th>
            </tr>
          </thead>
          <tbody {...cards.body}>
            {plan.writes.map((write) => {
              const parameter = byCode.get(write.code);
              return (
                <tr key={write.code} {...cards.row}>
                  <td role="cell" className="pl-3 py-1 max-sm:p-0">
                    <input
                      type="checkbox"
                      checked
                      disabled={locked}
                      onChange={() => toggle(write.code, true)}
                      aria-label={`Write ${write.code}`}
                    />
                  </td>
                  <td {...cards.code}>{write.code}</td>
                  <td {...cards.name}>
                    {parameter?.name}
                    <NoteOf note={notes?.get(write.code)} />
                    {write.caution && (
                      <span className="block text-ochre text-[13px]">
                        Outside what this drive allows: {write.caution} It will probably be refused.
                      </span>
                    )}
                  </td>
                  <td {...cards.from}>
                    <span className="bg-teal-ground px-1.5 rounded-[3px]">{line(parameter, write.from)}</span>
                  </td>
                  <td {...cards.arrow}>→</td>
                  <td {...cards.to}>{line(parameter, write.to)}</td>
                  <td {...cards.more}>
                    <span className="text-soft text-[13px]">{parameter && whyWritten(parameter)}</span>
                  </td>
                </tr>
              );
            })}
            {plan.writes.length === 0 && (
              <tr>
                <td colSpan={7} className="px-3 py-4 text-center text-soft">
                  Nothing has to be written: everything taken along already is as recorded.
                </td>
              </tr>
            )}
          </tbody>
        </table>
      </div>
      {plan.leftOut.length > 0 && (
        <details className="mt-3 text-[14px]">
          <summary className="min-h-8 cursor-pointer">{plan.leftOut.length} differ and are left out</summary>
          <ul className="mt-1 divide-y divide-hairline">
            {plan.leftOut.map((each) => (
              <li key={each.code} className="flex max-sm:flex-wrap gap-x-4 py-1">
                <span className="font-mono w-28 max-sm:w-auto">{each.code}</span>
                <span className="flex-1">{byCode.get(each.code)?.name}</span>
                <span className="text-soft max-sm:basis-full">{LEFT_OUT[each.reason]}</span>
                {each.reason === "hand" && !locked && (
                  <button
                    type="button"
                    className="underline underline-offset-4"
                    onClick={() => toggle(each.code, false)}
                  >
                    Take along
                  </button>
                )}
              </li>
            ))}
          </ul>
        </details>
      )}
    </div>
  );
}
