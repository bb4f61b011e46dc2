"use client";
import { useEffect, useRef } from "react";

/** Whether somebody is typing, so that letters are letters. */
export function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))
  );
}

/** Calls back when a key is pressed anywhere on the page, except while somebody types or a dialog is open. */
export function useKey(key: string | undefined, callback: () => void): void {
  const latest = useRef(callback);
  useEffect(() => {
    latest.current = callback;
  });
  useEffect(() => {
    if (!key) return;
    const onKey = (event: KeyboardEvent): void => {
      if (event.key !== key || event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target))
        return;
      if (document.querySelector('[role="dialog"]')) return;
      event.preventDefault();
      latest.current();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [key]);
}
