"use client";
import { toast } from "sonner";
import type { Trouble } from "@/core/drive";

export type Answered<T> = { ok: true; value: T } | { ok: false; trouble: Trouble };

/** Sends a request to the application and gives its answer; a failure of any kind comes back as a trouble in words. */
export function ask<T>(
  method: "GET" | "POST" | "DELETE",
  path: string,
  body?: unknown,
): Promise<Answered<T>> {
  return fetchAnswer(path, {
    method,
    headers: body === undefined ? {} : { "content-type": "application/json" },
    body: body === undefined ? undefined : JSON.stringify(body),
  });
}

/** The same for a file, sent as it is. */
export function send<T>(path: string, file: Blob): Promise<Answered<T>> {
  return fetchAnswer(path, {
    method: "POST",
    headers: { "content-type": "application/octet-stream" },
    body: file,
  });
}

async function fetchAnswer<T>(path: string, request: RequestInit): Promise<Answered<T>> {
  try {
    const response = await fetch(path, request);
    const answer = (await response.json()) as { value?: T; trouble?: Trouble };
    if (answer.trouble) return { ok: false, trouble: answer.trouble };
    return { ok: true, value: answer.value as T };
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

/** The same for an action whose failure is simply told. Gives undefined then. */
export async function act<T>(
  method: "POST" | "DELETE",
  path: string,
  body?: unknown,
): Promise<T | undefined> {
  const answer = await ask<T>(method, path, body);
  if (answer.ok) return answer.value;
  toast.error(answer.trouble.text, { description: answer.trouble.remedy, duration: 12_000 });
  return undefined;
}
