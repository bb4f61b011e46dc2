"use client";
import type { ReactNode } from "react";
import { useAwake } from "./awake";

/** Something that is on or off, beside others that may be on too. */
export function Toggle({
  on,
  onToggle,
  children,
  title,
}: {
  on: boolean;
  onToggle: (on: boolean) => void;
  children: ReactNode;
  title?: string;
}) {
  const awake = useAwake();
  return (
    <button
      type="button"
      aria-pressed={on}
      disabled={!awake}
      title={title}
      onClick={() => onToggle(!on)}
      className="min-h-8 pointer-coarse:min-h-11 px-3 py-1 rounded-page border border-transparent text-[14px] text-soft whitespace-nowrap hover:text-ink aria-pressed:border-copper aria-pressed:text-ink"
    >
      {children}
    </button>
  );
}
