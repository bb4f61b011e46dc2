"use client";
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from "@headlessui/react";
import { useState } from "react";
import { conditionWords, parseCondition, splitConditions, suggest, type Condition } from "@/core/question";
import { useAwake } from "@/ui/awake";
import { Button } from "@/ui/button";
import { Notice } from "@/ui/notice";

/** What was typed, with an "and" between several; or why one of them is none. */
function read(
  typed: string,
  codes: ReadonlySet<string>,
): Condition[] | { trouble: string; likely: string[] } {
  const all: Condition[] = [];
  const parts = splitConditions(typed);
  for (const each of parts.length > 0 ? parts : [""]) {
    const parsed = parseCondition(each, codes);
    if (!parsed.ok) return parsed;
    all.push(parsed.condition);
  }
  return all;
}

/** One condition more, typed or chosen: what it is about first, then a sign, then how much. */
export function ConditionField({
  codes,
  onAdd,
}: {
  codes: ReadonlySet<string>;
  onAdd: (conditions: string[]) => void;
}) {
  const awake = useAwake();
  const [text, setText] = useState("");
  const [trouble, setTrouble] = useState<{ text: string; likely: string[] }>();
  const typed = text.trim();
  const complete = Array.isArray(read(typed, codes));
  const offered = suggest(text, codes).filter((each) => each.text !== typed);
  const add = (condition: string): void => {
    const found = read(condition, codes);
    if (!Array.isArray(found)) return setTrouble({ text: found.trouble, likely: found.likely });
    setTrouble(undefined);
    setText("");
    onAdd(found.map(conditionWords));
  };
  const choose = (chosen: string | null): void => {
    if (chosen === null) return;
    setTrouble(undefined);
    if (Array.isArray(read(chosen, codes))) add(chosen);
    else setText(`${chosen} `);
  };
  return (
    <form
      className="relative max-w-full min-w-0"
      onSubmit={(event) => {
        event.preventDefault();
        add(text);
      }}
    >
      <div className="flex flex-wrap gap-2 items-center">
        <Combobox value={text} onChange={choose}>
          <ComboboxInput
            aria-label="Condition"
            placeholder="deceleration time < 2 s"
            autoComplete="off"
            disabled={!awake}
            displayValue={(each: string) => each}
            onKeyDown={(event) => {
              // With nothing to choose the list would only swallow it: what was typed is answered for.
              if (event.key === "Enter" && !complete && offered.length === 0) {
                event.preventDefault();
                add(text);
              }
            }}
            onChange={(event) => {
              setText(event.target.value);
              setTrouble(undefined);
            }}
            className="min-h-9 pointer-coarse:min-h-11 w-96 min-w-0 max-w-full rounded-page border border-hairline bg-leaf px-3"
          />
          <ComboboxOptions
            anchor="bottom start"
            modal={false}
            className="z-40 mt-1 w-96 max-w-[calc(100vw-2rem)] max-h-80 overflow-auto bg-leaf border border-hairline rounded-page py-1 empty:hidden"
          >
            {complete && <Offer value={typed}>Ask: {typed}</Offer>}
            {offered.map(({ text: each, whole }) => (
              <Offer key={each} value={each}>
                {each} {!whole && <span className="text-soft">...</span>}
              </Offer>
            ))}
          </ComboboxOptions>
        </Combobox>
        <Button type="submit" rank="quiet">
          Add the condition
        </Button>
      </div>
      {trouble && (
        <div className="mt-2">
          <Notice kind="caution" title={trouble.text}>
            {trouble.likely.length > 0 && (
              <span className="flex flex-wrap gap-2 mt-1">
                {trouble.likely.map((each) => (
                  <Button key={each} rank="quiet" onClick={() => choose(each)}>
                    {each}
                  </Button>
                ))}
              </span>
            )}
          </Notice>
        </div>
      )}
    </form>
  );
}

function Offer({ value, children }: { value: string; children: React.ReactNode }) {
  return (
    <ComboboxOption
      value={value}
      className="px-3 py-1.5 min-h-9 pointer-coarse:min-h-11 cursor-pointer data-focus:bg-paper"
    >
      {children}
    </ComboboxOption>
  );
}
