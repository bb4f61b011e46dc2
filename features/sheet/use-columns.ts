"use client";
import { useCallback, useState } from "react";
import { HIDEABLE, type Hideable } from "@/core/sheet";
import { useWho } from "@/features/house/rights";
import { useAwake } from "@/ui/awake";

const keyOf = (who: string): string => `sheet columns left out ${who}`;

/** What this person leaves out of every sheet, on this computer; a browser may keep nothing at all. */
function kept(who: string): Hideable[] {
  try {
    const names = (window.localStorage.getItem(keyOf(who)) ?? "").split(",");
    return HIDEABLE.filter((each) => names.includes(each));
  } catch {
    return [];
  }
}

/** The columns that somebody leaves out of sheets, and how that is changed. It is theirs: an address that is sent to a colleague does not say it. */
export function useColumns(): [ReadonlySet<Hideable>, (what: Hideable, shown: boolean) => void] {
  const who = useWho();
  const [hidden, setHidden] = useState<ReadonlySet<Hideable>>(NOTHING);
  const [opened, setOpened] = useState(false);
  // What this computer keeps is known only once the page runs.
  if (useAwake() && !opened) {
    setOpened(true);
    const left = kept(who);
    if (left.length > 0) setHidden(new Set(left));
  }
  const change = useCallback(
    (what: Hideable, shown: boolean): void => {
      const next = new Set(hidden);
      if (shown) next.delete(what);
      else next.add(what);
      setHidden(next);
      try {
        window.localStorage.setItem(keyOf(who), [...next].join(","));
      } catch {
        // They are left out until the page is left.
      }
    },
    [hidden, who],
  );
  return [hidden, change];
}
const NOTHING: ReadonlySet<Hideable> = new Set();
