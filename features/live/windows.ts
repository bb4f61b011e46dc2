"use client";
import { keepPreviousData, useQueries } from "@tanstack/react-query";
import { useCallback, useState } from "react";
import type { Endpoint } from "@/core/contract";
import { ask, type Given } from "./ask";

/** Lines fetched at a time. */
export const PAGE = 50;

interface Part {
  total: number;
  from: number;
  lines: unknown[];
}

export interface Windows<A extends Part> {
  /** The newest answer: what is said of the whole list. */
  head: A;
  /** A line by its place in the list; undefined while it is not here yet. */
  lineAt: (index: number) => A["lines"][number] | undefined;
  /** Says what is in sight, first and last line; what is missing of it is fetched. */
  show: (first: number, last: number) => void;
  /** Why the list could not be fetched, in words. */
  trouble: string | undefined;
}

/**
 * A long list of which the pages fetch what is in sight. `wanted` is what is looked for; `first` the beginning of the list when nothing is, as it came with
 * the page; `version` changes when the list has changed.
 */
export function useWindows<P, Q, A extends Part>(
  endpoint: Endpoint<P, Q, undefined, A>,
  params: P,
  wanted: Omit<Q, "from" | "count">,
  first: A,
  version: number,
  /** `first` is what is looked for, though something is. */
  firstFits = false,
): Windows<A> {
  const [pages, setPages] = useState<number[]>([0]);
  const asked = Object.values(wanted).some((each) => each !== undefined);
  const results = useQueries({
    queries: pages.map((page) => ({
      queryKey: [endpoint.path, params, wanted, page, version],
      queryFn: async ({ signal }: { signal: AbortSignal }): Promise<A> => {
        const query = { ...clean(wanted), from: page * PAGE, count: PAGE };
        const answer = await ask(endpoint, { params, query } as unknown as Given<P, Q, undefined>, signal);
        if (answer.ok) return answer.value;
        throw new Error(`${answer.trouble.text} ${answer.trouble.remedy}`);
      },
      initialData: page === 0 && (!asked || firstFits) && version === 0 ? first : undefined,
      staleTime: Infinity,
      placeholderData: keepPreviousData,
    })),
  });
  const here = results.flatMap(({ data }) => (data ? [data] : []));
  // What cannot be fetched leaves what was there before, beside the words on why.
  const [known, setKnown] = useState([first]);
  const parts = here.length > 0 ? here : known;
  if (parts.length !== known.length || parts.some((each, i) => each !== known[i])) setKnown(parts);
  const show = useCallback((from: number, to: number) => {
    const needed: number[] = [];
    for (let page = Math.floor(from / PAGE); page <= Math.floor(to / PAGE); page++) needed.push(page);
    setPages((before) => (before.join() === needed.join() || needed.length === 0 ? before : needed));
  }, []);
  const lineAt = (index: number): A["lines"][number] | undefined => {
    const part = parts.find((each) => index >= each.from && index < each.from + each.lines.length);
    return part?.lines[index - part.from];
  };
  const why = results.find((each) => each.error)?.error?.message;
  return {
    head: parts[0]!,
    lineAt,
    show,
    trouble: why === undefined || here.length > 0 ? why : `${why} What stands here is from before.`,
  };
}

const clean = (wanted: object): object =>
  Object.fromEntries(Object.entries(wanted).filter(([, value]) => value !== undefined));
