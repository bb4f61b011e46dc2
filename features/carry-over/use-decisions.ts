"use client";
import { useCallback, useMemo, useSyncExternalStore } from "react";
import type { CarryLineView } from "@/core/contract";

/** What somebody has said of one line. */
export interface Said {
  choose: "offered" | "factory" | "own";
  /** For "own": what was typed, by code. */
  typed?: Record<string, string>;
}

export interface Decisions {
  said: ReadonlyMap<string, Said>;
  say: (lines: readonly CarryLineView[], said: Said | undefined) => void;
}

const NOTHING = "[]";
const listeners = new Set<() => void>();
const subscribe = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** What was decided so far; it outlives a reload of the page, for exactly the lines that were seen. */
export function useDecisions(seal: string): Decisions {
  const key = `carry-over ${seal}`;
  const kept = useSyncExternalStore(
    subscribe,
    () => window.sessionStorage.getItem(key) ?? NOTHING,
    // The server knows of none.
    () => NOTHING,
  );
  const said = useMemo(() => read(kept), [kept]);
  const say = useCallback<Decisions["say"]>(
    (lines, words) => {
      const next = new Map(read(window.sessionStorage.getItem(key) ?? NOTHING));
      for (const { id } of lines)
        if (words) next.set(id, words);
        else next.delete(id);
      window.sessionStorage.setItem(key, JSON.stringify([...next]));
      listeners.forEach((tell) => tell());
    },
    [key],
  );
  return { said, say };
}

function read(kept: string): ReadonlyMap<string, Said> {
  try {
    return new Map(JSON.parse(kept) as Array<[string, Said]>);
  } catch {
    return new Map();
  }
}
