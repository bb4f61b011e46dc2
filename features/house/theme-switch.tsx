"use client";
import { Moon, Sun } from "lucide-react";
import { useSyncExternalStore } from "react";
import { themeNow, turnTo, type Theme } from "./theme";

const listeners = new Set<() => void>();

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** Day or night; remembered by this browser. */
export function ThemeSwitch() {
  const theme = useSyncExternalStore<Theme>(subscribe, themeNow, () => "day");
  const turn = (): void => {
    turnTo(theme === "night" ? "day" : "night");
    for (const listener of listeners) listener();
  };
  const label = theme === "night" ? "Switch to day" : "Switch to night";
  return (
    <button
      type="button"
      onClick={turn}
      aria-label={label}
      title={label}
      className="w-9 h-9 inline-flex items-center justify-center text-soft hover:text-ink"
    >
      {theme === "night" ? <Sun size={17} aria-hidden /> : <Moon size={17} aria-hidden />}
    </button>
  );
}
