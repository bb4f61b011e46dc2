"use client";
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from "@headlessui/react";
import { useRouter } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import { ask } from "@/features/live/ask";
import { useKey } from "@/ui/keys";

interface Found {
  kind: string;
  title: string;
  detail: string;
  href: string;
}

/** One search for everything: positions, drives, parameters. */
export function Search() {
  const router = useRouter();
  const input = useRef<HTMLInputElement>(null);
  const [text, setText] = useState("");
  const [found, setFound] = useState<Found[]>([]);
  useKey("/", () => input.current?.focus());
  useEffect(() => {
    let latest = true;
    if (text.trim() === "") return;
    void ask<Found[]>("GET", `/api/search?q=${encodeURIComponent(text)}`).then((answer) => {
      if (latest && answer.ok) setFound(answer.value);
    });
    return () => {
      latest = false;
    };
  }, [text]);
  const shown = text.trim() === "" ? [] : found;
  return (
    <Combobox
      value={null}
      onChange={(each: Found | null) => {
        if (each) {
          setText("");
          router.push(each.href);
        }
      }}
    >
      <div className="relative">
        <ComboboxInput
          ref={input}
          aria-label="Search everything"
          placeholder="Search everything  (/)"
          autoComplete="off"
          value={text}
          onChange={(event) => setText(event.target.value)}
          className="w-56 min-h-9 rounded-page border border-hairline bg-leaf px-3 text-[15px]"
        />
        {shown.length > 0 && (
          <ComboboxOptions
            static
            className="absolute right-0 z-40 mt-1 w-96 max-h-96 overflow-auto bg-leaf border border-hairline rounded-page py-1"
          >
            {shown.map((each) => (
              <ComboboxOption
                key={each.href + each.title}
                value={each}
                className="flex justify-between gap-4 px-3 py-2 data-focus:bg-paper"
              >
                <span className="truncate">{each.title}</span>
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
