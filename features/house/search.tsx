"use client";
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from "@headlessui/react";
import { useRouter } from "next/navigation";
import { useRef, useState } from "react";
import { ledger, type FoundThing } from "@/core/contract";
import type { Result } from "@/core/drive";
import { useAskedFor, useSettled } from "@/features/live/query";
import { useHasty } from "@/features/live/use-hasty";
import { classes } from "@/ui/classes";
import { useKey } from "@/ui/keys";
import { usePlant } from "./use-plant";

const ASK_AFTER_MS = 120;

/** One search for everything: positions, drives, parameters. */
export function Search() {
  const router = useRouter();
  const { plant, to } = usePlant();
  const input = useRef<HTMLInputElement>(null);
  const [text, setText] = useState("");
  useKey("/", () => input.current?.focus());
  const wanted = useSettled(text.trim(), ASK_AFTER_MS);
  const { answer, current } = useAskedFor(
    ledger.searchPlant,
    { params: { plant }, query: { q: wanted.slice(0, 100) } },
    { enabled: wanted !== "", keepLast: true },
  );
  const shown = text.trim() !== "" && answer?.ok ? answer.value : [];
  const said = text.trim() === "" ? undefined : wordsOf(answer);
  const go = (each: FoundThing): void => {
    setText("");
    router.push(to(each.href));
  };
  const onKeyDown = useHasty(text.trim(), current && wanted === text.trim(), shown[0], go);
  return (
    <Combobox
      value={null}
      onChange={(each: FoundThing | null) => {
        if (each) go(each);
      }}
    >
      <div className="relative max-xl:flex-1 max-xl:min-w-0">
        <ComboboxInput
          ref={input}
          aria-label="Search everything"
          placeholder="Search everything  (/)"
          autoComplete="off"
          value={text}
          onKeyDown={onKeyDown}
          onChange={(event) => setText(event.target.value)}
          className="w-44 2xl:w-56 max-xl:w-full min-h-9 pointer-coarse:min-h-11 rounded-page border border-hairline bg-leaf px-3 text-[15px]"
        />
        {said !== undefined && (
          <p
            role="status"
            className="absolute right-0 z-40 mt-1 w-96 max-xl:w-[min(24rem,calc(100vw-2rem))] bg-leaf border border-hairline rounded-page px-3 py-2 text-soft"
          >
            {said}
          </p>
        )}
        {shown.length > 0 && (
          <ComboboxOptions
            static
            modal={false}
            className="absolute right-0 z-40 mt-1 w-96 max-xl:w-[min(24rem,calc(100vw-2rem))] max-h-96 overflow-auto bg-leaf border border-hairline rounded-page py-1"
          >
            {shown.map((each, index) => (
              <ComboboxOption
                // By its place: the first that was found is in hand, not the one that was first before.
                key={`${text} ${index}`}
                value={each}
                className={classes(
                  "flex justify-between gap-x-4 px-3 py-2 data-focus:bg-paper",
                  // What somebody wrote is read, not only recognised.
                  each.kind === "note" && "flex-col",
                )}
              >
                <span className={each.kind === "note" ? "line-clamp-2" : "truncate"}>{each.title}</span>
                <span className="text-soft text-sm whitespace-nowrap">
                  {each.kind} · {each.detail}
                </span>
              </ComboboxOption>
            ))}
          </ComboboxOptions>
        )}
      </div>
    </Combobox>
  );
}

/** What is said instead of a list: that nothing was found, or why nothing could be looked for. */
function wordsOf(answer: Result<FoundThing[]> | undefined): string | undefined {
  if (!answer) return undefined;
  if (!answer.ok) return `${answer.trouble.text} ${answer.trouble.remedy}`;
  return answer.value.length === 0 ? "Nothing in this plant is called that." : undefined;
}
