"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { toast } from "sonner";
import { questions, type AnswerView } from "@/core/contract";
import type { Trouble } from "@/core/drive";
import { Offered } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { Field } from "@/ui/field";
import { Empty, Notice } from "@/ui/notice";
import { Answer } from "./answer";
import { ConditionField } from "./condition-field";

interface Props {
  conditions: string[];
  of: "standing" | "newest";
  /** Codes of the families in the plant, without axis and set. */
  codes: string[];
  answer: AnswerView | undefined;
  trouble: Trouble | undefined;
  saved: Array<{ name: string; ask: string; of: "standing" | "newest"; byName: string }>;
}

const OF = ["standing", "newest"] as const;
const EXAMPLES = [
  "Deceleration time < 2 s",
  "Brake resistor in use = yes",
  "Reference from = network",
  "Starts by itself after power-up = yes",
  "age > 1 year",
];

/** Questions to every position at once: conditions that all must hold, over common quantities, codes and what is known of the drive. */
export function AskPlant({ conditions, of, codes, answer, trouble, saved }: Props) {
  const { plant, to } = usePlant();
  const router = useRouter();
  const known = new Set(codes);
  const queryOf = (next: readonly string[], which: string): string =>
    `ask=${encodeURIComponent(next.join("; "))}&of=${which}`;
  const show = (next: readonly string[], which: string = of): void =>
    router.push(to(next.length > 0 ? `/ask?${queryOf(next, which)}` : "/ask"));
  const add = (more: string[]): void => {
    const next = [...new Set([...conditions, ...more])];
    if (next.length > conditions.length) show(next);
  };
  return (
    <div className="flex-1 min-h-0 overflow-auto bg-leaf">
      <div className="w-full max-w-6xl mx-auto px-6 max-sm:px-3 py-4">
        <h1 className="text-lg font-semibold">Ask the plant</h1>
        <p className="text-[15px] text-soft">
          Every position where all conditions hold. Ask by what a value means, by a code as the keypad has it,
          or by family, rating, firmware, area, machine, age of the record, readiness.
        </p>
        {conditions.length > 0 && (
          <ul aria-label="Conditions" className="flex flex-wrap gap-2 mt-3">
            {conditions.map((each, i) => (
              <li
                key={each}
                className="flex items-center border border-hairline rounded-page pl-3 text-[14px]"
              >
                {i > 0 && <span className="text-soft mr-1">and</span>}
                {each}
                <button
                  type="button"
                  aria-label={`Take ${each} away`}
                  className="min-h-8 w-8 pointer-coarse:min-h-11 pointer-coarse:w-11 text-soft hover:text-ink"
                  onClick={() => show(conditions.filter((_, k) => k !== i))}
                >
                  ×
                </button>
              </li>
            ))}
          </ul>
        )}
        <div className="flex flex-wrap gap-x-5 gap-y-2 items-center mt-3 no-print">
          <ConditionField codes={known} onAdd={add} />
          <Choice
            label="Which record"
            shape="line"
            values={OF}
            chosen={of}
            onChoose={(which) => show(conditions, which)}
          >
            {(each) => (each === "standing" ? "Standing records" : "Newest records")}
          </Choice>
        </div>
        <Saved
          saved={saved}
          conditions={answer ? conditions : []}
          onOpen={(each) => router.push(to(`/ask?ask=${encodeURIComponent(each.ask)}&of=${each.of}`))}
          of={of}
        />
        {trouble && (
          <div className="mt-3">
            <Notice kind="caution" title={trouble.text}>
              {trouble.remedy}
            </Notice>
          </div>
        )}
        {answer && (
          <Answer
            key={queryOf(conditions, of)}
            answer={answer}
            ask={conditions.join("; ")}
            of={of}
            fileAt={(format) =>
              `/api/plants/${encodeURIComponent(plant)}/ask/${format}?${queryOf(conditions, of)}`
            }
          />
        )}
        {conditions.length === 0 && (
          <Empty title="The answer will stand here: the positions, and what they have.">
            Type a condition above, or begin with one of these.
            <span className="mt-3 flex flex-wrap justify-center gap-2">
              {EXAMPLES.map((each) => (
                <Button key={each} rank="quiet" onClick={() => add([each])}>
                  {each}
                </Button>
              ))}
            </span>
          </Empty>
        )}
      </div>
    </div>
  );
}

/** Questions that have a name, and a name for this one. */
function Saved({
  saved,
  conditions,
  of,
  onOpen,
}: {
  saved: Props["saved"];
  conditions: string[];
  of: Props["of"];
  onOpen: (question: Props["saved"][number]) => void;
}) {
  const { plant } = usePlant();
  const router = useRouter();
  const [name, setName] = useState<string>();
  const params = { plant };
  const keep = async (): Promise<void> => {
    if (!name?.trim()) return;
    const body = { name: name.trim(), ask: conditions.join("; "), of };
    if (!(await act(questions.keepQuestion, { params, body }))) return;
    toast.success(`Kept as “${body.name}”, for everybody of the plant.`);
    setName(undefined);
    router.refresh();
  };
  const forget = async (which: string): Promise<void> => {
    if (!(await act(questions.forgetQuestion, { params, body: { name: which } }))) return;
    toast.success(`“${which}” is forgotten.`);
    router.refresh();
  };
  if (saved.length === 0 && conditions.length === 0) return null;
  return (
    <div className="mt-2 flex flex-wrap items-center gap-2 text-[14px] no-print">
      {saved.length > 0 && (
        <ul aria-label="Kept questions" className="flex flex-wrap gap-2">
          {saved.map((each) => (
            <li key={each.name} className="flex items-center">
              <Button rank="quiet" title={`${each.ask} (${each.byName})`} onClick={() => onOpen(each)}>
                {each.name}
              </Button>
              <Offered right="annotate">
                <button
                  type="button"
                  aria-label={`Forget ${each.name}`}
                  className="min-h-8 w-8 pointer-coarse:min-h-11 pointer-coarse:w-11 text-soft hover:text-ink"
                  onClick={() => void forget(each.name)}
                >
                  ×
                </button>
              </Offered>
            </li>
          ))}
        </ul>
      )}
      {conditions.length > 0 && name === undefined && (
        <Offered right="annotate">
          <Button rank="quiet" onClick={() => setName("")}>
            Keep this question ...
          </Button>
        </Offered>
      )}
      {name !== undefined && (
        <form
          className="flex flex-wrap items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            void keep();
          }}
        >
          <Field
            label="Its name"
            value={name}
            maxLength={80}
            autoFocus
            onChange={(event) => setName(event.target.value)}
          />
          <Button type="submit" disabled={!name.trim()}>
            Keep it
          </Button>
          <Button rank="quiet" onClick={() => setName(undefined)}>
            Not now
          </Button>
        </form>
      )}
    </div>
  );
}
