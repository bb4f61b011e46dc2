"use client";
import { Popover, PopoverButton, PopoverPanel } from "@headlessui/react";
import { hideableOf, type Hideable, type SheetData } from "@/core/sheet";
import { useAwake } from "@/ui/awake";

/** Which columns beside the first one sees; nothing where there is none to choose. */
export function ColumnsChoice({
  data,
  hidden,
  onChange,
}: {
  /** The sheet with all its columns. */
  data: SheetData;
  hidden: ReadonlySet<Hideable>;
  onChange: (what: Hideable, shown: boolean) => void;
}) {
  const awake = useAwake();
  const choices = hideableOf(data);
  if (choices.length === 0) return null;
  const left = choices.filter((each) => hidden.has(each.what)).length;
  return (
    <Popover className="relative max-sm:hidden">
      <PopoverButton
        disabled={!awake}
        className="min-h-8 pointer-coarse:min-h-11 px-3 py-1 rounded-page border border-transparent text-soft hover:text-ink data-open:text-ink"
      >
        {left === 0 ? "Columns" : `${left} left out`} <span aria-hidden>▾</span>
      </PopoverButton>
      <PopoverPanel className="absolute right-0 z-40 mt-1 w-64 bg-leaf border border-hairline rounded-page p-2">
        <fieldset>
          <legend className="px-1 pb-1 text-soft">Columns you see in sheets</legend>
          {choices.map(({ what, title }) => (
            <label key={what} className="flex items-center gap-2 px-1 min-h-8 pointer-coarse:min-h-11">
              <input
                type="checkbox"
                className="h-5 w-5 shrink-0"
                checked={!hidden.has(what)}
                onChange={({ target: { checked } }) => onChange(what, checked)}
              />
              {title}
            </label>
          ))}
        </fieldset>
      </PopoverPanel>
    </Popover>
  );
}
