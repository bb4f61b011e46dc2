"use client";
import { useSyncExternalStore } from "react";

const never = () => () => {};

/**
 * Whether the page hears what is done on it. A page is drawn before its program runs; what is chosen or pressed in
 * between would stand there and do nothing, so that such a control waits.
 */
export function useAwake(): boolean {
  return useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
}
