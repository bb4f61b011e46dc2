"use client";
import { notifyManager, QueryClient, QueryClientProvider, useQuery } from "@tanstack/react-query";
import { useEffect, useState, type ReactNode } from "react";
import type { Endpoint } from "@/core/contract";
import type { Result, Trouble } from "@/core/drive";
import { ask, type Given } from "./ask";

// An answer is drawn when it is there, not after whatever else the browser has been put off with.
notifyManager.setScheduler(queueMicrotask);

/** Keeps what was fetched while one is on the pages. A failed request says why by itself, so nothing is asked again behind one's back. */
export function QueryProvider({ children }: { children: ReactNode }) {
  const [client] = useState(() => new QueryClient({ defaultOptions: { queries: { retry: false } } }));
  return <QueryClientProvider client={client}>{children}</QueryClientProvider>;
}

interface AskedOptions<A> {
  /** Nothing is asked while this is false. */
  enabled?: boolean;
  /** Asked again so often, in ms, while the page is in sight; or as the last answer says. */
  everyMs?: number | ((last: Result<A> | undefined) => number);
  /** What was there before stays until the new answer is there. */
  keepLast?: boolean;
  /** Asked anew when it changes. */
  version?: number;
}

/** What a way in answers, fetched and kept fresh. Troubles come as values; undefined while nothing is there yet. */
export function useAsked<P, Q, B, A>(
  endpoint: Endpoint<P, Q, B, A>,
  given: Given<P, Q, B>,
  options: AskedOptions<A> = {},
): Result<A> | undefined {
  return useAskedFor(endpoint, given, options).answer;
}

/** The same, and whether it is the answer to what is asked now, not what was there before and stays meanwhile. */
export function useAskedFor<P, Q, B, A>(
  endpoint: Endpoint<P, Q, B, A>,
  given: Given<P, Q, B>,
  { enabled = true, everyMs, keepLast = false, version = 0 }: AskedOptions<A> = {},
): { answer: Result<A> | undefined; current: boolean } {
  const { data, isPlaceholderData } = useQuery({
    queryKey: [endpoint.method, endpoint.path, given, version],
    queryFn: ({ signal }) => ask(endpoint, given, signal),
    enabled,
    refetchInterval: typeof everyMs === "function" ? ({ state }) => everyMs(state.data) : everyMs,
    placeholderData: keepLast ? (last) => last : undefined,
  });
  return { answer: enabled ? data : undefined, current: enabled && data !== undefined && !isPlaceholderData };
}

/** The same for what came with the page and is kept fresh: where nothing answers, what was there last stays, and the trouble is told beside it. */
export function useKeptFresh<P, Q, B, A>(
  endpoint: Endpoint<P, Q, B, A>,
  given: Given<P, Q, B>,
  first: A,
  options: AskedOptions<A>,
): { value: A; trouble?: Trouble } {
  const asked = useAsked(endpoint, given, options);
  const [last, setLast] = useState(first);
  if (asked?.ok && asked.value !== last) setLast(asked.value);
  return asked?.ok === false ? { value: last, trouble: asked.trouble } : { value: asked?.value ?? last };
}

/** A value once it has not changed for so long, in ms. */
export function useSettled<T>(value: T, ms: number): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), ms);
    return () => clearTimeout(timer);
  }, [value, ms]);
  return settled;
}
