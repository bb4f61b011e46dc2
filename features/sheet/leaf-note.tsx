"use client";
import { useState, type KeyboardEvent } from "react";
import { sheets, type ParameterNote } from "@/core/contract";
import type { Trouble } from "@/core/drive";
import { Offered } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { ask } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { Mark } from "@/ui/marks";
import { moment } from "@/ui/when";

const MOST = 2000;

/** What somebody wrote down about a parameter at a position, whatever record is looked at; it can be written anew or taken off, and what stood there stays below. */
export function LeafNote({
  definition,
  tag,
  code,
  note,
}: {
  definition: string;
  tag: string;
  code: string;
  /** Absent where nobody ever wrote one. */
  note: ParameterNote | undefined;
}) {
  const [writing, setWriting] = useState(false);
  const now = note?.now.text ? note.now : undefined;
  const before = [...(note && !now ? [note.now] : []), ...(note?.before ?? [])];
  return (
    <section aria-label="Note" className="mt-3 border-t border-hairline pt-2">
      {now && (
        <>
          <p className="flex gap-1.5">
            <span className="shrink-0 pt-0.5">
              <Mark name="note" />
            </span>
            <span className="whitespace-pre-line break-words min-w-0">{now.text}</span>
          </p>
          <p className="text-soft text-[13px]">
            {moment(now.at)}, {now.byName}
          </p>
        </>
      )}
      {writing ? (
        <Write
          definition={definition}
          tag={tag}
          code={code}
          seen={now?.text ?? ""}
          onClose={() => setWriting(false)}
        />
      ) : (
        <Offered right="annotate">
          <Button
            rank={now ? "quiet" : "plain"}
            className={now && "-ml-[15px]"}
            onClick={() => setWriting(true)}
          >
            {now ? "Change the note" : `Write a note for ${tag}`}
          </Button>
        </Offered>
      )}
      {before.length > 0 && (
        <details className="mt-1">
          <summary className="text-soft cursor-pointer min-h-8">What stood there before</summary>
          <ol>
            {before.map((each, i) => (
              <li key={before.length - i} className="py-1 border-b border-hairline">
                <p className="whitespace-pre-line break-words">
                  {each.text || <span className="text-soft">taken off</span>}
                </p>
                <p className="text-soft text-[13px]">
                  {moment(each.at)}, {each.byName}
                </p>
              </li>
            ))}
          </ol>
        </details>
      )}
    </section>
  );
}

function Write({
  definition,
  tag,
  code,
  seen,
  onClose,
}: {
  definition: string;
  tag: string;
  code: string;
  seen: string;
  onClose: () => void;
}) {
  const { plant } = usePlant();
  const [text, setText] = useState(seen);
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<Trouble>();
  const keep = async (): Promise<void> => {
    setBusy(true);
    setTrouble(undefined);
    const body = { definition, code, text: text.trim(), seen };
    const kept = await ask(sheets.noteParameter, { params: { plant, tag }, body });
    setBusy(false);
    if (kept.ok) onClose();
    else setTrouble(kept.trouble);
  };
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.key === "Escape") onClose();
    if (event.key === "Enter" && (event.ctrlKey || event.metaKey)) void keep();
    // The sheet's own keys are not meant.
    event.stopPropagation();
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
    >
      <textarea
        autoFocus
        aria-label={`Note on ${code}`}
        value={text}
        rows={4}
        maxLength={MOST}
        onKeyDown={onKeyDown}
        onChange={({ target }) => setText(target.value)}
        className="w-full rounded-page border border-hairline bg-paper p-2"
      />
      {trouble && (
        <p role="alert" className="text-ochre">
          {trouble.text} {trouble.remedy}
        </p>
      )}
      <div className="flex flex-wrap gap-2">
        <Button rank="primary" type="submit" disabled={busy || text.trim() === seen.trim()}>
          {text.trim() === "" && seen !== "" ? "Take it off" : "Keep it"}
        </Button>
        <Button rank="quiet" onClick={onClose}>
          Leave it
        </Button>
      </div>
    </form>
  );
}
