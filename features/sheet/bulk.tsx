"use client";
import { useState } from "react";
import { drafts, type BulkView } from "@/core/contract";
import type { Trouble } from "@/core/drive";
import { counted } from "@/core/words";
import { usePlant } from "@/features/house/use-plant";
import { ask } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { Field } from "@/ui/field";
import { Link } from "@/ui/link";

/** The same change drafted at several positions: first what it would be and break at each, then a draft at each. Written to no drive. */
export function Bulk({
  family,
  code,
  name,
  positions: all,
  of = all.length,
  onClose,
}: {
  family: string;
  code: string;
  name: string;
  /** Where it can be, with what it is there. */
  positions: Array<{ tag: string; title: string; text: string | undefined }>;
  /** At how many it can be, where those are the first of them. */
  of?: number;
  onClose: () => void;
}) {
  const { plant, to } = usePlant();
  const params = { plant };
  const positions = all.slice(0, drafts.DRAFTED_AT_ONCE);
  const [tags, setTags] = useState<ReadonlySet<string>>(new Set());
  const [typed, setTyped] = useState("");
  const [title, setTitle] = useState("");
  const [reason, setReason] = useState("");
  const [seen, setSeen] = useState<BulkView>();
  const [begun, setBegun] = useState<Array<{ tag: string; id: number }>>();
  const [trouble, setTrouble] = useState<Trouble>();
  const [busy, setBusy] = useState(false);
  const wish = { definition: family, code, typed, tags: [...tags] };
  // What is looked at is what was chosen when it was looked at.
  const choose = (change: () => void): void => {
    change();
    setSeen(undefined);
    setTrouble(undefined);
  };
  const look = async (): Promise<void> => {
    setBusy(true);
    const answer = await ask(drafts.lookAtBulk, { params, body: { wish } });
    setBusy(false);
    if (answer.ok) setSeen(answer.value);
    setTrouble(answer.ok ? undefined : answer.trouble);
  };
  const begin = async (): Promise<void> => {
    if (!seen) return;
    setBusy(true);
    const although = trouble?.kind === "ask-first";
    const answer = await ask(drafts.beginBulk, {
      params,
      body: { wish, title, reason, seal: seen.seal, although },
    });
    setBusy(false);
    if (answer.ok) setBegun(answer.value);
    else {
      setTrouble(answer.trouble);
      if (answer.trouble.kind === "changed-meanwhile") setSeen(undefined);
    }
  };
  const fitting = seen?.lines.filter((each) => each.why === undefined).length ?? 0;
  if (begun)
    return (
      <Dialog open title={`${counted(begun.length, "draft")} begun`} onClose={onClose}>
        <p>
          They are in no drive. Open each, enter it as a record, or write it where its drive is connected.
        </p>
        <ul className="mt-3 columns-2">
          {begun.map((each) => (
            <li key={each.id}>
              <Link className="font-mono underline underline-offset-4" href={to(`/drafts/${each.id}`)}>
                {each.tag}
              </Link>
            </li>
          ))}
        </ul>
      </Dialog>
    );
  return (
    <Dialog open title={`${code} ${name} at several positions`} onClose={onClose}>
      <form
        className="space-y-4"
        onSubmit={(event) => {
          event.preventDefault();
          void (seen ? begin() : look());
        }}
      >
        <fieldset>
          <legend className="text-sm text-soft mb-1">
            Positions{of > positions.length && `: the first ${positions.length} of ${of}`}
          </legend>
          {positions.length > 1 && (
            <label className="flex items-center gap-2 min-h-8 pointer-coarse:min-h-11">
              <input
                type="checkbox"
                className="h-5 w-5 shrink-0"
                checked={tags.size === positions.length}
                onChange={({ target: { checked } }) =>
                  choose(() => setTags(new Set(checked ? positions.map((each) => each.tag) : [])))
                }
              />
              All {positions.length}
            </label>
          )}
          <div className="max-h-48 overflow-y-auto border-y border-hairline">
            {positions.map(({ tag, title: about, text }) => (
              <label key={tag} className="flex items-center gap-2 min-h-8 pointer-coarse:min-h-11">
                <input
                  type="checkbox"
                  className="h-5 w-5 shrink-0"
                  checked={tags.has(tag)}
                  onChange={({ target: { checked } }) =>
                    choose(() =>
                      setTags(new Set(checked ? [...tags, tag] : [...tags].filter((each) => each !== tag))),
                    )
                  }
                />
                <span className="font-mono">{tag}</span>
                <span className="flex-1 truncate">{about}</span>
                <span className="font-mono text-soft">{text ?? "not in the record"}</span>
              </label>
            ))}
          </div>
        </fieldset>
        <Field
          label="Becomes"
          value={typed}
          required
          maxLength={400}
          onChange={(event) => choose(() => setTyped(event.target.value))}
        />
        {seen && (
          <>
            <ul className="max-h-48 overflow-y-auto border-y border-hairline text-[14px]">
              {seen.lines.map((each) => (
                <li key={each.tag} className="py-0.5">
                  <span className="font-mono">{each.tag}</span>{" "}
                  {each.why === undefined ? (
                    <>
                      <span className="font-mono text-soft">{each.from ?? "no value"}</span> →{" "}
                      <span className="font-mono text-graphite underline decoration-dashed underline-offset-4">
                        {each.to}
                      </span>
                    </>
                  ) : (
                    <span className="text-soft">{each.why}</span>
                  )}
                  {each.faults.map((fault) => (
                    <span key={fault} className="block text-ochre">
                      {fault}
                    </span>
                  ))}
                </li>
              ))}
            </ul>
            <Field
              label="What the drafts are for"
              value={title}
              required
              minLength={2}
              maxLength={80}
              onChange={(event) => setTitle(event.target.value)}
            />
            <Field
              label="Why"
              value={reason}
              maxLength={500}
              onChange={(event) => setReason(event.target.value)}
            />
          </>
        )}
        {trouble && (
          <p role="alert" className="text-ochre">
            {trouble.text} {trouble.remedy}
          </p>
        )}
        <Button type="submit" rank="primary" disabled={busy || tags.size === 0 || (seen && fitting === 0)}>
          {seen ? `Begin ${counted(fitting, "draft")}` : "Show what it would be"}
        </Button>
      </form>
    </Dialog>
  );
}
