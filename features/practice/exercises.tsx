"use client";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { practice, type ExerciseView } from "@/core/contract";
import { usePlant } from "@/features/house/use-plant";
import { act, ask } from "@/features/live/ask";
import { useAskFirst } from "@/features/live/ask-first";
import { useKeptFresh } from "@/features/live/query";
import { Button } from "@/ui/button";
import { Field } from "@/ui/field";
import { Link } from "@/ui/link";
import { Notice } from "@/ui/notice";
import { Step } from "@/ui/step";
import { moment } from "@/ui/when";

/** What came about is seen within this time, in ms: it comes about on the other pages. */
const LOOK_MS = 2000;

const STATE_WORDS: Record<ExerciseView["state"], string> = {
  "not-begun": "not begun",
  "under-way": "under way",
  done: "done",
  "broken-off": "broken off",
};

/** The exercises of the practice plant. The work itself is done on the same pages as with real drives; here stands what to do next, and what came about. */
export function Exercises({ first }: { first: ExerciseView[] }) {
  const { plant } = usePlant();
  const { value: views, trouble } = useKeptFresh(practice.listExercises, { params: { plant } }, first, {
    everyMs: LOOK_MS,
  });
  return (
    <div className="px-6 max-sm:px-3 py-5 max-w-4xl w-full mx-auto">
      <h1 className="text-xl font-semibold">Exercises</h1>
      <p className="mb-5 max-w-prose">
        Do what the open step says, on the same pages as with a real drive. Nobody ticks anything off: a step
        is done when it came about. Each can be begun anew as often as you like.
      </p>
      {trouble && (
        <Notice kind="caution" title={trouble.text}>
          {trouble.remedy} What stands here is from before.
        </Notice>
      )}
      <div className="space-y-6">
        {views.map((each) => (
          <ExerciseCard key={each.id} exercise={each} />
        ))}
      </div>
    </div>
  );
}

function ExerciseCard({ exercise }: { exercise: ExerciseView }) {
  const { id, title, about, tag, state, begunAt, byName, steps } = exercise;
  const { plant } = usePlant();
  const { askFirst, question } = useAskFirst();
  const client = useQueryClient();
  const [busy, setBusy] = useState(false);
  const params = { plant, exercise: id };
  const during = async (work: Promise<unknown>): Promise<void> => {
    setBusy(true);
    await work;
    await client.invalidateQueries();
    setBusy(false);
  };
  const shown = state === "under-way" || state === "done";
  return (
    <section aria-label={title} data-state={state} className="bg-leaf border border-hairline rounded-page">
      <div className="px-4 py-3 border-b border-hairline flex flex-wrap items-center gap-x-4 gap-y-2">
        <div className="flex-1 min-w-60">
          <h2 className="font-semibold text-[17px]">{title}</h2>
          <p className="text-soft text-[15px]">
            {about} At <span className="font-mono">{tag}</span>.{" "}
            {begunAt !== undefined && `Begun ${moment(begunAt)} by ${byName}: ${STATE_WORDS[state]}.`}
          </p>
        </div>
        <Button
          rank={shown ? "quiet" : "primary"}
          disabled={busy}
          onClick={() =>
            void during(
              askFirst("Begin it anew all the same", (although) =>
                ask(practice.beginExercise, { params, body: { although } }),
              ),
            )
          }
        >
          {state === "not-begun" ? "Begin" : "Begin anew"}
        </Button>
        {question}
      </div>
      {state === "broken-off" && (
        <p className="px-4 py-3">
          The stand-ins were started anew meanwhile, and what was put in is whole again. Begin it anew.
        </p>
      )}
      {shown &&
        steps.map((step, i) => (
          <Step
            key={step.title}
            number={i + 1}
            level="h3"
            title={step.title}
            state={step.state === "now" ? "open" : step.state}
            found={step.found}
          >
            {step.state === "now" && (
              <Doing
                step={step}
                busy={busy}
                onAct={(kind, answer) =>
                  void during(act(practice.doInExercise, { params, body: { act: kind, answer } }))
                }
              />
            )}
          </Step>
        ))}
      {state === "done" && (
        <p role="status" className="px-4 py-3 font-semibold">
          Done. The machine runs as before.
        </p>
      )}
    </section>
  );
}

type Kind = NonNullable<ExerciseView["steps"][number]["act"]>["kind"];

/** What is to be done at the open step. */
function Doing({
  step: { how, href, act },
  busy,
  onAct,
}: {
  step: ExerciseView["steps"][number];
  busy: boolean;
  onAct: (kind: Kind, answer?: string) => void;
}) {
  const { to } = usePlant();
  const [answer, setAnswer] = useState("");
  return (
    <div className="space-y-3">
      <p className="max-w-prose">{how}</p>
      {href && (
        <Link href={to(href)} className="inline-block underline underline-offset-4 decoration-copper">
          Go there
        </Link>
      )}
      {act?.kind === "answer" && (
        <form
          className="flex flex-wrap items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            onAct("answer", answer);
          }}
        >
          <Field
            label="Code"
            value={answer}
            required
            maxLength={80}
            onChange={(event) => setAnswer(event.target.value)}
          />
          <Button type="submit" rank="primary" disabled={busy}>
            {act.words}
          </Button>
        </form>
      )}
      {act && act.kind !== "answer" && (
        <Button rank="primary" disabled={busy} onClick={() => onAct(act.kind)}>
          {act.words}
        </Button>
      )}
    </div>
  );
}
