"use client";
import { useSyncExternalStore } from "react";

const QUERY = "(max-width: 639px)";

/** Whether there is only a phone's width to draw on. */
export function usePhone(): boolean {
  return useSyncExternalStore(
    (changed) => {
      const media = window.matchMedia(QUERY);
      media.addEventListener("change", changed);
      return () => media.removeEventListener("change", changed);
    },
    () => window.matchMedia(QUERY).matches,
    () => false,
  );
}
