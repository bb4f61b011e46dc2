"use client";
import { useSyncExternalStore } from "react";

const never = (): (() => void) => () => undefined;

/** So many rows beyond those in sight are drawn, for who scrolls; none in a page as it comes from the server, where nobody does. */
export function useOverscan(rows: number): number {
  return useSyncExternalStore(
    never,
    () => rows,
    () => 0,
  );
}
