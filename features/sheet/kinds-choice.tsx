"use client";
import { Popover, PopoverButton, PopoverPanel } from "@headlessui/react";
import type { Leavable } from "@/core/sheet";
import { counted } from "@/core/words";
import { useAwake } from "@/ui/awake";
import { useKey } from "@/ui/keys";
import { Count } from "./count";
import { KIND_WORDS } from "./kinds";

interface Props {
  kinds: ReadonlyMap<Leavable, number>;
  without: readonly Leavable[];
  onWithout: (without: Leavable[]) => void;
}

/** Kinds that are left out, each with how many rows that hides and with a key of its own: 1 to 9 in the order in which they stand, 0 shows all again. */
export function KindsChoice({ kinds, without, onWithout }: Props) {
  const awake = useAwake();
  const left = without.filter((each) => kinds.has(each));
  const turn = (kind: Leavable): void =>
    onWithout(without.includes(kind) ? without.filter((each) => each !== kind) : [...without, kind]);
  useKey("0", () => onWithout([]));
  return (
    <Popover className="relative">
      {[...kinds.keys()].map((kind, i) => (
        <KindKey key={kind} name={keyOf(i)} onKey={() => turn(kind)} />
      ))}
      <PopoverButton
        disabled={!awake}
        className="min-h-8 pointer-coarse:min-h-11 px-3 py-1 rounded-page border border-transparent text-soft hover:text-ink data-open:text-ink"
      >
        {left.length === 0 ? "Kinds" : `Without ${counted(left.length, "kind")}`} <span aria-hidden>▾</span>
      </PopoverButton>
      <PopoverPanel className="absolute right-0 z-40 mt-1 w-64 bg-leaf border border-hairline rounded-page p-2">
        <fieldset>
          <legend className="px-1 pb-1 text-soft">Kinds that are shown (0 shows all)</legend>
          {[...kinds].map(([kind, count], i) => (
            <label key={kind} className="flex items-center gap-2 px-1 min-h-8 pointer-coarse:min-h-11">
              <input
                type="checkbox"
                className="h-5 w-5 shrink-0"
                checked={!without.includes(kind)}
                onChange={() => turn(kind)}
              />
              <span className="flex-1">{KIND_WORDS[kind]}</span>
              <Count of={count} />
              <kbd className="w-4 text-center font-mono text-[12px] text-soft" aria-hidden>
                {keyOf(i)}
              </kbd>
            </label>
          ))}
        </fieldset>
      </PopoverPanel>
    </Popover>
  );
}

const keyOf = (i: number): string | undefined => (i < 9 ? String(i + 1) : undefined);

/** Listens to the key of one kind; draws nothing. */
function KindKey({ name, onKey }: { name: string | undefined; onKey: () => void }) {
  useKey(name, onKey);
  return null;
}
