import { startTransition, useEffect, useState } from "react";
import { flushSync } from "react-dom";

/** More than fit on any screen. */
const FIRST = 120;
/** So many more at a time: some 10 ms of work. */
const MORE = 300;

/**
 * How many of a long list's rows are drawn: what is in sight at once, on the server no more than that, the rest while the browser has
 * nothing else to do. On paper all of them.
 */
export function useDrawn(total: number): number {
  const [drawn, setDrawn] = useState(FIRST);
  useEffect(() => {
    if (drawn >= total) return;
    const later = setTimeout(() => startTransition(() => setDrawn(drawn + MORE)), 16);
    const all = (): void => flushSync(() => setDrawn(total));
    addEventListener("beforeprint", all);
    return () => {
      clearTimeout(later);
      removeEventListener("beforeprint", all);
    };
  }, [drawn, total]);
  return drawn;
}
