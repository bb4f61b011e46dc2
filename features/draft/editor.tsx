"use client";
import { createContext, useContext, useEffect, useRef, useState, type KeyboardEvent } from "react";
import { drafts, type DraftValueView } from "@/core/contract";
import type { Trouble } from "@/core/drive";
import { usePlant } from "@/features/house/use-plant";
import { ask } from "@/features/live/ask";
import { useAsked } from "@/features/live/query";
import { Button } from "@/ui/button";

interface Props {
  draft: number;
  code: string;
  leave: () => void;
  go: (by: number) => void;
  /** Somebody goes into the value. */
  enter: boolean;
  onChanged: () => void;
  /** Of a draft at a drive: what keeps a value, and takes it back, is called otherwise there. */
  words?: EditorWords;
}

export interface EditorWords {
  keep: string;
  back: string;
}

const AT_THE_DESK: EditorWords = { keep: "Keep", back: "As in the record" };

/**
 * Counted up when somebody has changed something: what stands in the editor is looked at anew. Past the sheet, which is drawn again only where one of its rows is another: who
 * types meanwhile is not to wait for that.
 */
export const DraftVersion = createContext(0);

/** One value of a draft being changed, at the foot of the sheet. Enter keeps it, Tab keeps it and goes on to the next row, Esc gives it up. */
export function DraftEditor({ draft, code, ...rest }: Props) {
  const { plant } = usePlant();
  const version = useContext(DraftVersion);
  const looked = useAsked(
    drafts.draftValue,
    { params: { plant, draft }, query: { code } },
    { version, keepLast: true },
  );
  if (!looked?.ok || looked.value.code !== code)
    return <p className="text-soft mt-1">{looked && !looked.ok ? looked.trouble.text : " "}</p>;
  const { value } = looked;
  if (value.fixed !== undefined) return <p className="text-soft mt-1">{value.fixed}</p>;
  return <Form key={code} draft={draft} value={value} {...rest} />;
}

function Form({
  draft,
  value,
  leave,
  go,
  enter,
  onChanged,
  words = AT_THE_DESK,
}: Omit<Props, "code"> & { value: DraftValueView }) {
  const { plant } = usePlant();
  const form = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!enter) return;
    const field = form.current?.querySelector<HTMLElement>("[data-value]");
    field?.focus();
    // What is typed stands in place of what was there.
    if (field instanceof HTMLInputElement) field.select();
  }, [enter]);
  const { code, choices, unit, raw } = value;
  const shown = choices ? String(raw ?? "") : value.text;
  /** What stood there when the typing began. */
  const [from, setFrom] = useState({ raw, shown });
  const [typed, setTyped] = useState(shown);
  const [reason, setReason] = useState("");
  const [trouble, setTrouble] = useState<Trouble>();
  const [busy, setBusy] = useState(false);
  // What somebody else changes shows at once where nobody types; what is typed is never lost to it.
  if (raw !== from.raw && typed === from.shown) {
    setFrom({ raw, shown });
    setTyped(shown);
  }
  const type = (text: string): void => {
    setTyped(text);
    // What was asked was about another value.
    setTrouble(undefined);
  };
  const send = async (what: { typed?: string; standard?: boolean }, although = false): Promise<boolean> => {
    setBusy(true);
    const answer = await ask(drafts.changeDraft, {
      params: { plant, draft },
      // Who was told of the other value, and keeps to theirs, has seen it.
      body: {
        code,
        ...what,
        reason,
        expected: trouble?.kind === "changed-meanwhile" ? raw : from.raw,
        although,
      },
    });
    setBusy(false);
    setTrouble(answer.ok ? undefined : answer.trouble);
    if (answer.ok) {
      // What was kept stands there until it is looked at anew: who types on has it behind them.
      const kept = what.typed ?? from.shown;
      setFrom({ raw: from.raw, shown: kept });
      setTyped(kept);
      setReason("");
    }
    if (answer.ok || answer.trouble.kind === "changed-meanwhile") onChanged();
    return answer.ok;
  };
  const keep = async (): Promise<boolean> =>
    typed === from.shown || send({ typed }, trouble?.kind === "ask-first" && reason.trim() !== "");
  const onKeyDown = (event: KeyboardEvent): void => {
    const { key, shiftKey } = event;
    if (key === "Escape") {
      type(from.shown);
      leave();
    } else if (key === "Enter") {
      event.preventDefault();
      void keep().then((kept) => kept && leave());
    } else if (key === "Tab" && !shiftKey) {
      event.preventDefault();
      void keep().then((kept) => {
        if (!kept) return;
        go(1);
        leave();
      });
    }
  };
  const field =
    "min-h-9 pointer-coarse:min-h-11 rounded-page border border-hairline bg-leaf px-2 focus:border-copper";
  return (
    <div ref={form} className="flex flex-wrap items-center gap-2 mt-1">
      <input
        aria-label={`Why ${code} is changed`}
        placeholder="Why"
        value={reason}
        maxLength={500}
        onChange={(event) => setReason(event.target.value)}
        onKeyDown={(event) => event.key === "Enter" && void keep()}
        className={`${field} w-56 max-sm:flex-1`}
      />
      {choices ? (
        <select
          data-value
          aria-label={`Value of ${code}`}
          aria-invalid={trouble !== undefined}
          value={typed}
          onChange={(event) => type(event.target.value)}
          onKeyDown={onKeyDown}
          className={`${field} max-w-72`}
        >
          {raw === undefined && <option value="">not in the record</option>}
          {choices.map((each) => (
            <option key={each.value} value={String(each.value)}>
              {each.value} {each.text}
            </option>
          ))}
        </select>
      ) : (
        <input
          data-value
          aria-label={`Value of ${code}`}
          aria-invalid={trouble !== undefined}
          value={typed}
          onChange={(event) => type(event.target.value)}
          onKeyDown={onKeyDown}
          className={`${field} w-40 font-mono text-right`}
        />
      )}
      <span className="text-soft">
        {unit} {value.range}
      </span>
      <Button rank="primary" disabled={busy || typed === from.shown} onClick={() => void keep()}>
        {trouble?.kind === "ask-first" ? "Keep it on purpose" : words.keep}
      </Button>
      {value.changed && (
        <Button disabled={busy} title={`In the record: ${value.recorded}`} onClick={() => void send({})}>
          {words.back}
        </Button>
      )}
      {value.standard !== undefined && value.standard !== value.now && (
        <Button
          disabled={busy}
          title={`Factory default: ${value.standard}`}
          onClick={() => void send({ standard: true })}
        >
          Default
        </Button>
      )}
      {trouble && (
        <p role="alert" className="basis-full text-ochre">
          {trouble.text} {trouble.remedy}
        </p>
      )}
    </div>
  );
}
