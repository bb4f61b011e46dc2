import { useEffect, useRef, type KeyboardEvent } from "react";

/**
 * For fields that look for something while it is typed. Whoever types a tag and presses Enter at once means what stands there, not the first of what was found for the
 * letters before: Enter is kept until the answer is `current`, and the first of it is taken then. Gives what the field does with keys.
 */
export function useHasty<T>(
  text: string,
  current: boolean,
  first: T | undefined,
  take: (found: T) => void,
): (event: KeyboardEvent) => void {
  const asked = useRef<string>(undefined);
  useEffect(() => {
    if (asked.current !== text) asked.current = undefined;
    if (asked.current === undefined || !current) return;
    asked.current = undefined;
    if (first !== undefined) take(first);
  });
  return (event) => {
    if (event.key === "Escape") asked.current = undefined;
    if (event.key !== "Enter" || event.nativeEvent.isComposing || current || text === "") return;
    event.preventDefault();
    asked.current = text;
  };
}
