"use client";
import { toast } from "sonner";
import { addressOf, type Endpoint } from "@/core/contract";
import type { Result, Trouble } from "@/core/drive";

/** A part of a request: needed where the contract says something of it. */
type Part<N extends string, T> = undefined extends T
  ? { [K in N]?: T }
  : keyof T extends never
    ? { [K in N]?: T }
    : { [K in N]: T };
export type Given<P, Q, B> = Part<"params", P> & Part<"query", Q> & Part<"body", B>;

/** Sends a request as the contract describes it and gives the answer; a failure of any kind comes back as a trouble in words. */
export function ask<P, Q, B, A>(
  endpoint: Endpoint<P, Q, B, A>,
  given: Given<P, Q, B>,
  signal?: AbortSignal,
): Promise<Result<A>> {
  const { body } = given as { body?: unknown };
  return fetchAnswer<A>(addressOf(endpoint, given as { params?: P; query?: Q }), {
    method: endpoint.method,
    headers: body === undefined ? {} : { "content-type": "application/json" },
    body: body === undefined ? undefined : JSON.stringify(body),
    signal,
  });
}

/** The same for a file, sent as it is. */
export function sendFile<P, Q, A>(
  endpoint: Endpoint<P, Q, undefined, A>,
  given: Given<P, Q, undefined>,
  file: Blob,
): Promise<Result<A>> {
  return fetchAnswer<A>(addressOf(endpoint, given as { params?: P; query?: Q }), {
    method: endpoint.method,
    headers: { "content-type": "application/octet-stream" },
    body: file,
  });
}

async function fetchAnswer<A>(address: string, request: RequestInit): Promise<Result<A>> {
  try {
    const response = await fetch(address, request);
    const answer = (await response.json()) as { value?: A; trouble?: Trouble };
    if (answer.trouble) return { ok: false, trouble: answer.trouble };
    return { ok: true, value: answer.value as A };
  } catch {
    return {
      ok: false,
      trouble: {
        kind: "lost",
        text: "Calm Ledger itself does not answer.",
        remedy: "Check the network and whether the program runs, then try again.",
      },
    };
  }
}

/** What is being done just now: of each way in and what it is about, the last request, and since when. Chosen, taken back and chosen again is three things. */
const underWay = new Map<string, { what: string; since: number }>();
/** A request that hangs is no reason to keep somebody from sending it again. */
const TWICE_MS = 5000;

/**
 * The same for an action whose failure is simply told. Gives undefined then, and where the very same was begun a moment ago and is not answered: who presses twice means it
 * once. What is meant as often as it is pressed `repeats`, and whatever stops something.
 */
export async function act<P, Q, B, A>(
  endpoint: Endpoint<P, Q, B, A>,
  given: Given<P, Q, B>,
  { repeats = false }: { repeats?: boolean } = {},
): Promise<{ value: A } | undefined> {
  const { params } = given as { params?: unknown };
  const about = JSON.stringify([endpoint.method, endpoint.path, params]);
  const mine = { what: JSON.stringify(given), since: Date.now() };
  const last = underWay.get(about);
  if (!repeats && last?.what === mine.what && mine.since - last.since < TWICE_MS) return undefined;
  underWay.set(about, mine);
  const answer = await ask(endpoint, given).finally(() => {
    if (underWay.get(about) === mine) underWay.delete(about);
  });
  if (answer.ok) return { value: answer.value };
  complain(answer.trouble);
  return undefined;
}

/** Tells why something was not done; where the warning before live work is missing, the way to it. */
export function complain({ kind, text, remedy }: Trouble): void {
  const plant = /^\/plants\/[^/]+/.exec(window.location.pathname)?.[0];
  const action =
    kind === "not-acknowledged" && plant
      ? { label: "Read the warning", onClick: () => open(`${plant}/bench`, "_self") }
      : undefined;
  toast.error(text, { description: remedy, duration: 12_000, action });
}
