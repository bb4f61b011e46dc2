"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { toast } from "sonner";
import { drafts, type SeveralView } from "@/core/contract";
import type { Trouble } from "@/core/drive";
import type { StartQuestion, StartSection } from "@/core/start";
import { counted } from "@/core/words";
import { usePlant } from "@/features/house/use-plant";
import { ask } from "@/features/live/ask";
import { useAsked, useSettled } from "@/features/live/query";
import { Button } from "@/ui/button";
import { Field } from "@/ui/field";
import { Link } from "@/ui/link";
import { Notice } from "@/ui/notice";
import { Select } from "@/ui/select";

interface Place {
  axis: number;
  set: number;
}

interface Props {
  draft: { id: number; tag: string; title: string; family: string };
  place: Place;
  places: Place[];
  sections: StartSection[];
  notAsked: Array<{ title: string; why: string }>;
}

const SETTLE_MS = 250;

/** Starting questions for a new application, on one page: what each answer sets stands beside it at once, and what is not known may stay open. */
export function StartPage({ draft, place, places, sections, notAsked }: Props) {
  const { plant, to } = usePlant();
  const router = useRouter();
  const [answers, setAnswers] = useState<Readonly<Record<string, string>>>({});
  const [reason, setReason] = useState("");
  const [trouble, setTrouble] = useState<Trouble>();
  const [busy, setBusy] = useState(false);
  /** Counts how often somebody else was first: what the answers set is looked at anew then. */
  const [anew, setAnew] = useState(0);
  const params = { plant, draft: draft.id };
  const settled = useSettled(answers, SETTLE_MS);
  const given = Object.values(settled).some((each) => each.trim() !== "");
  const wish = { what: "answers" as const, answers: settled, ...place };
  const looked = useAsked(
    drafts.lookAtSeveral,
    { params, body: { wish } },
    { enabled: given, keepLast: true, version: anew },
  );
  const seen = given && looked?.ok ? looked.value : undefined;
  const current = settled === answers;
  const faults = seen?.lines.flatMap((each) => each.faults) ?? [];
  const wrong = seen?.troubles?.length ?? 0;
  const put = async (): Promise<void> => {
    if (!seen) return;
    setBusy(true);
    const although = trouble?.kind === "ask-first";
    const answer = await ask(drafts.changeSeveral, {
      params,
      body: { wish, seal: seen.seal, reason, although },
    });
    setBusy(false);
    if (!answer.ok) {
      if (answer.trouble.kind === "changed-meanwhile") setAnew((before) => before + 1);
      return setTrouble(answer.trouble);
    }
    toast.success(`${counted(seen.lines.length, "value")} put into the draft. It is in no drive.`);
    router.push(to(`/drafts/${draft.id}`));
    router.refresh();
  };
  const open = sections.flatMap((each) => each.questions).filter((each) => !answers[each.id]?.trim()).length;
  return (
    <div className="flex flex-col flex-1 min-h-0">
      <div className="flex-1 min-h-0 overflow-auto">
        <div className="px-6 max-sm:px-3 py-4 w-full max-w-5xl mx-auto">
          <h1 className="text-xl font-semibold">Starting questions for {draft.tag}</h1>
          <p className="text-soft text-[15px]">
            For the draft{" "}
            <Link className="underline underline-offset-4" href={to(`/drafts/${draft.id}`)}>
              {draft.title}
            </Link>
            , {draft.family}. What you do not know may stay open: it stays as it is. Nothing is written to any
            drive.
          </p>
          {places.length > 1 && (
            <div className="mt-3 w-56">
              <Select
                label="For"
                value={`${place.axis}-${place.set}`}
                onChange={(event) => router.push(to(`/drafts/${draft.id}/start?at=${event.target.value}`))}
              >
                {places.map((each) => (
                  <option key={`${each.axis}-${each.set}`} value={`${each.axis}-${each.set}`}>
                    {placeWords(each)}
                  </option>
                ))}
              </Select>
            </div>
          )}
          <ol className="mt-4 space-y-6">
            {sections.map((section, i) => (
              <li key={section.title}>
                <section aria-label={section.title}>
                  <h2 className="font-semibold border-b border-hairline pb-1">
                    <span className="text-copper font-mono mr-2">{i + 1}</span>
                    {section.title}
                  </h2>
                  {section.questions.map((each) => (
                    <Question
                      key={each.id}
                      question={each}
                      answer={answers[each.id] ?? ""}
                      seen={seen}
                      onAnswer={(answer) => {
                        setTrouble(undefined);
                        setAnswers((before) => ({ ...before, [each.id]: answer }));
                      }}
                    />
                  ))}
                </section>
              </li>
            ))}
          </ol>
          {notAsked.length > 0 && (
            <details className="mt-6 text-[14px] text-soft">
              <summary className="cursor-pointer">
                {counted(notAsked.length, "thing is", "things are")} not asked, since {draft.family} has none
                of it
              </summary>
              <ul className="mt-1">
                {notAsked.map((each) => (
                  <li key={each.title}>
                    {each.title}: {each.why}
                  </li>
                ))}
              </ul>
            </details>
          )}
        </div>
      </div>
      <div className="border-t border-hairline bg-leaf px-6 max-sm:px-3 py-3 no-print">
        <div className="max-w-5xl mx-auto flex flex-wrap items-end gap-3">
          <p role="status" className="text-[15px] flex-1 min-w-56">
            {seen ? counted(seen.lines.length, "value changes", "values change") : "Nothing changes yet"}
            {`, ${counted(open, "question")} open.`}
            {faults.length > 0 && <span className="text-ochre"> {faults.join(" ")}</span>}
            {wrong > 0 && (
              <span className="text-ochre"> {counted(wrong, "answer")} cannot be taken as it stands.</span>
            )}
          </p>
          {faults.length > 0 && (
            <Field
              label="Why it is meant so"
              value={reason}
              maxLength={500}
              onChange={(event) => setReason(event.target.value)}
            />
          )}
          <Button
            rank="primary"
            disabled={busy || !current || !seen || seen.lines.length === 0 || wrong > 0}
            onClick={() => void put()}
          >
            {trouble?.kind === "ask-first" ? "Put them in on purpose" : "Put them into the draft"}
          </Button>
        </div>
        {trouble && (
          <div className="max-w-5xl mx-auto mt-2">
            <Notice kind="caution" title={trouble.text}>
              {trouble.remedy}
            </Notice>
          </div>
        )}
      </div>
    </div>
  );
}

function Question({
  question: { id, title, unit, options, code, name, now, about },
  answer,
  seen,
  onAnswer,
}: {
  question: StartQuestion;
  answer: string;
  seen: SeveralView | undefined;
  onAnswer: (answer: string) => void;
}) {
  const chosen = options?.find((each) => each.id === answer);
  const codes = new Set(chosen?.codes ?? code.split(", "));
  const sets = answer.trim() === "" ? [] : (seen?.lines ?? []).filter((each) => codes.has(each.code));
  const wrong = seen?.troubles?.find((each) => each.id === id)?.text;
  return (
    <div className="grid sm:grid-cols-[20rem_1fr] gap-x-6 gap-y-1 py-2 border-b border-hairline">
      <div>
        {options ? (
          <Select label={title} value={answer} onChange={(event) => onAnswer(event.target.value)}>
            <option value="">{now ? `stays open (draft: ${now})` : "stays open"}</option>
            {options.map((each) => (
              <option key={each.id} value={each.id}>
                {each.text}
              </option>
            ))}
          </Select>
        ) : (
          <Field
            label={unit ? `${title}, in ${unit}` : title}
            value={answer}
            placeholder={now ? `draft: ${now}` : ""}
            maxLength={40}
            onChange={(event) => onAnswer(event.target.value)}
          />
        )}
      </div>
      <div className="text-[14px] sm:pt-5">
        {chosen?.about && <p className="text-soft">{chosen.about}</p>}
        {wrong && answer.trim() !== "" && <p className="text-ochre">{wrong}</p>}
        {sets.map((each) => (
          <p key={each.code}>
            sets <span className="font-mono">{each.code}</span> {each.name}:{" "}
            <span className="font-mono text-soft">{each.from ?? "no value"}</span> →{" "}
            <span className="font-mono text-graphite underline decoration-dashed underline-offset-4">
              {each.to ?? "no value"}
            </span>
            {each.faults.map((fault) => (
              <span key={fault} className="block text-ochre">
                {fault}
              </span>
            ))}
          </p>
        ))}
        {sets.length === 0 && (
          <p className="text-soft">
            {codes.size === 1 && <span className="font-mono">{code} </span>}
            {name}. {about}
          </p>
        )}
      </div>
    </div>
  );
}

/** Example: "axis 2", "set 1", "the drive". */
function placeWords({ axis, set }: Place): string {
  const words = [...(axis > 0 ? [`axis ${axis}`] : []), ...(set > 0 ? [`set ${set}`] : [])];
  return words.join(", ") || "the drive";
}
