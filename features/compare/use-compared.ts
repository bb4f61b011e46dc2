"use client";
import { useQuery, useQueryClient, type QueryFunctionContext } from "@tanstack/react-query";
import { useSearchParams } from "next/navigation";
import { useEffect, useState } from "react";
import { comparisons, type ComparedWords } from "@/core/contract";
import type { Result, Trouble } from "@/core/drive";
import type { PackedSheet } from "@/core/sheet";
import { usePlant } from "@/features/house/use-plant";
import { ask } from "@/features/live/ask";
import type { SentSheet } from "@/features/sheet/send-sheet";
import { askedOf } from "./asked";
import type { Meaning } from "./by-meaning";

/** Side by side: what is said of it, and its sheet; or by what the values mean, which only a page brings. */
export interface SideBySide {
  words: ComparedWords;
  sheet: SentSheet | undefined;
  meaning?: Meaning;
}

/** First rows are drawn before the rest is asked for and the address is told, which would hold them up. */
const DRAWN_MS = 50;
/** How soon the rest is asked for again, in ms, and how often. */
const AGAIN_MS = 1000;
const MOST_TRIES = 120;
/** What was asked for a moment ago is not asked for again by who shows it. */
const FRESH_MS = 5000;

/** What is gone to: the address that asks for it, and what addresses may say until it is there. */
interface Going {
  asked: readonly string[];
  address: string;
  meanwhile: readonly string[];
}

/**
 * What the address asks to stand side by side by codes: as the page brought it, else asked for by itself. One more column is wanted at once; the router takes several
 * times as long. While it is awaited, and where it cannot be had, `shown` is what was there last.
 */
export function useCompared(brought: SideBySide): {
  shown: SideBySide;
  /** What is asked for, which may be on its way. */
  asked: readonly string[];
  awaited: boolean;
  /** The address asks for what they mean, which the page itself has to bring. */
  turned: boolean;
  /** Why it cannot be had; and another try. */
  trouble?: Trouble;
  again: () => void;
  /** Shows something else, and then has the address say so. */
  go: (asked: readonly string[], address: string) => void;
} {
  const { plant } = usePlant();
  const params = useSearchParams() as URLSearchParams | null;
  const client = useQueryClient();
  const [last, setLast] = useState<Going>();
  const named = params ? askedOf(Object.fromEntries(params), params.getAll("c")) : brought.words.asked;
  const here = nameOf(named);
  // It is there, or whoever goes back makes the address say something else.
  if (last && !last.meanwhile.includes(here)) setLast(undefined);
  const going = last?.meanwhile.includes(here) ? last : undefined;
  const asked = going?.asked ?? named;
  const isBrought = nameOf(asked) === nameOf(brought.words.asked);
  const { data, isPlaceholderData, refetch } = useQuery({
    ...queryOf(plant, asked),
    enabled: !isBrought && asked.length > 0,
    placeholderData: (before) => before,
  });
  const awaited = !isBrought && asked.length > 0 && (data === undefined || isPlaceholderData);
  useEffect(() => {
    if (!going || awaited) return;
    const timer = setTimeout(() => window.history.pushState(null, "", going.address), DRAWN_MS);
    return () => clearTimeout(timer);
  }, [going, awaited]);
  const fetched = data?.ok ? data.value : undefined;
  const by = params?.get("by");
  const turned = by === "meaning" || (!by && fetched !== undefined && fetched.words.otherLists.length > 0);
  return {
    shown: isBrought ? brought : (fetched ?? brought),
    asked,
    awaited,
    turned: turned && !isBrought && !awaited && going === undefined,
    trouble: isBrought || awaited || !data || data.ok ? undefined : data.trouble,
    again: () => void refetch(),
    go(next, address) {
      void client.prefetchQuery(queryOf(plant, next));
      // The address of what was gone to just before may come in between.
      setLast({
        asked: next,
        address,
        meanwhile: [here, nameOf(asked)].filter((each) => each !== nameOf(next)),
      });
    },
  };
}

const nameOf = (asked: readonly string[]): string => asked.join("|");

function queryOf(plant: string, asked: readonly string[]) {
  return {
    queryKey: ["side by side", plant, ...asked],
    queryFn: ({ client, queryKey, signal }: QueryFunctionContext) =>
      fetchCompared(plant, asked, signal, () => {
        if (client.getQueryCache().find({ queryKey })?.isActive()) return true;
        // Whoever comes back asks for all of it.
        client.removeQueries({ queryKey, exact: true });
        return false;
      }),
    staleTime: FRESH_MS,
    // Whoever comes back to the window finds it as it was.
    refetchOnWindowFocus: false,
    structuralSharing: false,
  };
}

async function fetchCompared(
  plant: string,
  asked: readonly string[],
  signal: AbortSignal,
  isWanted: () => boolean,
): Promise<Result<SideBySide>> {
  const columns = nameOf(asked);
  const answer = await ask(
    comparisons.showCompared,
    { params: { plant }, query: { columns, rows: "first" } },
    signal,
  );
  if (!answer.ok) return answer;
  const { words, sheet, coming } = answer.value;
  if (sheet === undefined) return { ok: true, value: { words, sheet } };
  if (!coming) return { ok: true, value: { words, sheet: { key: columns, rest: Promise.resolve(sheet) } } };
  const rest = restOf(plant, columns, isWanted);
  // Whoever has gone on does not miss it.
  rest.catch(() => undefined);
  return { ok: true, value: { words, sheet: { key: columns, head: sheet, rest } } };
}

/**
 * The whole sheet. Its first rows stand there meanwhile and say that the rest is on its way, so it is asked for again where nobody answers, as long as somebody looks at
 * them.
 */
async function restOf(plant: string, columns: string, isWanted: () => boolean): Promise<PackedSheet> {
  let pause = DRAWN_MS;
  for (let tries = 0; tries < MOST_TRIES; tries++) {
    await new Promise((resolve) => setTimeout(resolve, pause));
    // Its first rows may stand there until something else does: they never turn into a failure.
    if (tries > 0 && !isWanted()) return new Promise(() => undefined);
    pause = AGAIN_MS;
    const answer = await ask(comparisons.showCompared, { params: { plant }, query: { columns } });
    if (answer.ok && answer.value.sheet !== undefined) return answer.value.sheet;
  }
  throw new Error("The whole sheet could not be had.");
}
