"use client";
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from "@headlessui/react";
import { useEffect, useRef, useState } from "react";
import { door, drafts, type PositionLine, type RecordHead } from "@/core/contract";
import { recordWords } from "@/core/set/record-words";
import { usePlant } from "@/features/house/use-plant";
import { useAsked } from "@/features/live/query";
import { useLive } from "@/features/live/store";
import { day } from "@/ui/when";

/** As many as one looks through; typing narrows them. */
const OFFERED = 20;

interface Props {
  /** The position that was chosen; for another one the field is made anew, so that nothing of the former stays. */
  of: PositionLine | undefined;
  /** What names the column. */
  onChoose: (token: string) => void;
}

/** Something that may stand beside the others. */
interface Choice {
  token: string;
  words: string;
  /** What tells it from its neighbours: when, by whom, its labels. */
  more?: string;
  number?: number;
}

/** What of a position stands beside the others, chosen by typing: one of its records, its open drafts, or the factory default of its rating. */
export function WhatOfIt({ of, onChoose }: Props) {
  const { plant } = usePlant();
  const { ledgers } = useLive();
  const [typed, setTyped] = useState("");
  const input = useRef<HTMLInputElement>(null);
  // Whoever has chosen a position goes on here; with the mouse its field takes the focus once more, in the next frame.
  useEffect(() => {
    if (!of) return;
    const frame = requestAnimationFrame(() => input.current?.focus());
    return () => cancelAnimationFrame(frame);
  }, [of]);
  const at = { params: { plant, tag: of?.tag ?? "" } };
  const enabled = of !== undefined;
  // What somebody records or enters meanwhile is offered too; a draft's changes are told without a tag.
  const version = (ledgers.get(of?.tag ?? "") ?? 0) + (ledgers.get("") ?? 0);
  const records = useAsked(door.listRecords, at, { enabled, version, keepLast: true });
  const open = useAsked(drafts.listDrafts, at, { enabled, version, keepLast: true });
  const fitting =
    of && records?.ok ? fittingOf(choicesOf(of.tag, records.value, open?.ok ? open.value : []), typed) : [];
  const more = fitting.length - OFFERED;
  return (
    <Combobox
      value={null}
      immediate
      disabled={of === undefined}
      onChange={(choice: Choice | null) => {
        if (choice) onChoose(choice.token);
      }}
      onClose={() => setTyped("")}
    >
      <div className="relative">
        <ComboboxInput
          ref={input}
          aria-label="What of it"
          placeholder="Record, draft, default"
          autoComplete="off"
          displayValue={() => ""}
          onChange={(event) => setTyped(event.target.value)}
          className="min-h-9 pointer-coarse:min-h-11 w-52 rounded-page border border-hairline bg-leaf px-3 disabled:opacity-50"
        />
        <ComboboxOptions
          modal={false}
          className="absolute left-0 z-40 mt-1 w-80 max-w-[90vw] max-h-80 overflow-auto bg-leaf border border-hairline rounded-page py-1"
        >
          {fitting.slice(0, OFFERED).map((each) => (
            <ComboboxOption
              // Anew with every key: the first that fits is in hand, not the one that was first before.
              key={`${typed} ${each.token}`}
              value={each}
              className="px-3 py-1.5 min-h-9 pointer-coarse:min-h-11 cursor-pointer data-focus:bg-paper"
            >
              {each.words}
              {each.more && <span className="block text-[13px] text-soft">{each.more}</span>}
            </ComboboxOption>
          ))}
          {more > 0 && <p className="px-3 py-1.5 text-soft">{more} more: type a number, a day or a name.</p>}
          {fitting.length === 0 && <p className="px-3 py-1.5 text-soft">{whyNone(records, typed)}</p>}
          {open && !open.ok && (
            <p className="px-3 py-1.5 text-ochre">Its drafts are not listed: {open.trouble.text}</p>
          )}
        </ComboboxOptions>
      </div>
    </Combobox>
  );
}

function choicesOf(tag: string, records: RecordHead[], open: Array<{ id: number; title: string }>): Choice[] {
  const standing = records.find((each) => each.standing);
  return [
    ...(standing
      ? [
          {
            token: `${tag}:standing`,
            words: "standing record",
            more: [recordWords(standing), ...dayOf(standing)].join(", "),
          },
        ]
      : []),
    ...(records.length > 0 ? [{ token: `${tag}:default`, words: "factory default of its rating" }] : []),
    ...open.map(({ id, title }) => ({ token: `draft:${id}`, words: `draft “${title}”` })),
    ...records.map((each) => ({
      token: `${tag}:${each.number}`,
      words: recordWords(each),
      number: each.number,
      more: [...dayOf(each), each.takenBy, ...each.labels].join(", "),
    })),
  ];
}

/** Nothing where nobody knows it. */
const dayOf = ({ dated, takenAt }: RecordHead): string[] => (dated ? [day(takenAt)] : []);

/** Those in which every word stands; the record of a number that was typed comes first, since "2" stands in most dates too. */
function fittingOf(choices: Choice[], typed: string): Choice[] {
  const wanted = typed.trim().toLowerCase().split(/\s+/).filter(Boolean);
  const fitting = choices.filter(({ words, more = "" }) => {
    const text = `${words} ${more}`.toLowerCase();
    return wanted.every((each) => text.includes(each));
  });
  const meant = ({ number }: Choice): boolean => wanted.includes(String(number));
  return [...fitting.filter(meant), ...fitting.filter((each) => !meant(each))];
}

function whyNone(
  records: { ok: true } | { ok: false; trouble: { text: string; remedy: string } } | undefined,
  typed: string,
): string {
  if (!records) return "Looking ...";
  if (!records.ok) return `${records.trouble.text} ${records.trouble.remedy}`;
  return typed.trim() === "" ? "Nothing was recorded here yet." : "None of its records or drafts fits.";
}
