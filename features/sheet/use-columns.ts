"use client";
import { useCallback, useState } from "react";
import { HIDEABLE, type Hideable } from "@/core/sheet";
import { useAwake } from "@/ui/awake";

const KEY = "sheet columns left out";

/** What this person leaves out of every sheet, on this computer; a browser may keep nothing at all. */
function kept(): Hideable[] {
  try {
    const names = (window.localStorage.getItem(KEY) ?? "").split(",");
    return HIDEABLE.filter((each) => names.includes(each));
  } catch {
    return [];
  }
}

/** The columns that somebody leaves out of sheets, and how that is changed. It is theirs: an address that is sent to a colleague does not say it. */
export function useColumns(): [ReadonlySet<Hideable>, (what: Hideable, shown: boolean) => void] {
  const [hidden, setHidden] = useState<ReadonlySet<Hideable>>(NOTHING);
  const [opened, setOpened] = useState(false);
  // What this computer keeps is known only once the page runs.
  if (useAwake() && !opened) {
    setOpened(true);
    const left = kept();
    if (left.length > 0) setHidden(new Set(left));
  }
  const change = useCallback(
    (what: Hideable, shown: boolean): void => {
      const next = new Set(hidden);
      if (shown) next.delete(what);
      else next.add(what);
      setHidden(next);
      try {
        window.localStorage.setItem(KEY, [...next].join(","));
      } catch {
        // They are left out until the page is left.
      }
    },
    [hidden],
  );
  return [hidden, change];
}
const NOTHING: ReadonlySet<Hideable> = new Set();
