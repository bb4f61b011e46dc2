"use client";
import { useEffect, useSyncExternalStore } from "react";
import { addressOf, ledger, type LiveEvent } from "@/core/contract";
import { lose as lost, NOTHING, take, type LiveState } from "./take";

let state = NOTHING;
const listeners = new Set<() => void>();

function become(next: LiveState): void {
  state = next;
  for (const listener of listeners) listener();
}

const hear = (data: string): void => become(take(state, JSON.parse(data) as LiveEvent));
const lose = (): void => become(lost(state, Date.now()));

let users = 0;
let close: (() => void) | undefined;

function open(plant: string): () => void {
  const events = addressOf(ledger.events, { params: { plant } });
  if (typeof SharedWorker !== "undefined") {
    const worker = new SharedWorker(`/live-worker.js?events=${encodeURIComponent(events)}`, {
      name: "calm-ledger-live",
    });
    worker.port.onmessage = ({
      data,
    }: MessageEvent<{ data?: string; lost?: boolean; signedOut?: boolean }>) => {
      if (data.signedOut) become({ ...state, signedOut: true });
      if (data.lost) lose();
      if (data.data) hear(data.data);
    };
    const bye = (): void => worker.port.postMessage("bye");
    window.addEventListener("pagehide", bye);
    return () => {
      window.removeEventListener("pagehide", bye);
      bye();
      worker.port.close();
    };
  }
  const source = new EventSource(events);
  source.onmessage = (event: MessageEvent<string>) => hear(event.data);
  source.onerror = lose;
  return () => source.close();
}

/** Opens the stream while some part of the page is interested. Call once, high up. */
export function useLiveStream(plant: string): void {
  useEffect(() => {
    users += 1;
    close ??= open(plant);
    return () => {
      users -= 1;
      if (users === 0) {
        close?.();
        close = undefined;
        // Of another plant nothing is known until it is told.
        become(NOTHING);
      }
    };
  }, [plant]);
}

/** The live state; the component draws again when it changes. */
export function useLive(): LiveState {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => state,
    () => NOTHING,
  );
}
