"use client";
import { useEffect, useState } from "react";
import { flushSync } from "react-dom";

/** Whether the page is being put on paper, so that what is drawn only where it is in sight is drawn whole. */
export function usePrinting(): boolean {
  const [printing, setPrinting] = useState(false);
  useEffect(() => {
    const paper = window.matchMedia("print");
    // The browser takes the page as it is when the event ends.
    const begin = (): void => flushSync(() => setPrinting(true));
    const end = (): void => setPrinting(false);
    const change = ({ matches }: MediaQueryListEvent): void => (matches ? begin() : end());
    window.addEventListener("beforeprint", begin);
    window.addEventListener("afterprint", end);
    paper.addEventListener("change", change);
    // It may have begun before the page's program ran.
    if (paper.matches) queueMicrotask(() => setPrinting(true));
    return () => {
      window.removeEventListener("beforeprint", begin);
      window.removeEventListener("afterprint", end);
      paper.removeEventListener("change", change);
    };
  }, []);
  return printing;
}
