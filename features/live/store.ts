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
  const script = `/live-worker.js?events=${encodeURIComponent(events)}`;
  const [port, end] = portOf(script);
  port.onmessage = ({ data }: MessageEvent<{ data?: string; lost?: boolean; shut?: LiveState["shut"] }>) => {
    if (data.shut) become({ ...state, shut: data.shut });
    if (data.lost) lose();
    if (data.data) hear(data.data);
  };
  const bye = (): void => port.postMessage("bye");
  // A browser may keep a page that was left, and show it again as it stood.
  const back = ({ persisted }: PageTransitionEvent): void => {
    if (persisted) port.postMessage("here");
  };
  window.addEventListener("pagehide", bye);
  window.addEventListener("pageshow", back);
  return () => {
    window.removeEventListener("pagehide", bye);
    window.removeEventListener("pageshow", back);
    bye();
    end();
  };
}

/** A way to the worker that hears the events, shared with the other tabs where the browser can; and what ends it. */
function portOf(script: string): [Worker | MessagePort, () => void] {
  if (typeof SharedWorker === "undefined") {
    const own = new Worker(script);
    return [own, () => own.terminate()];
  }
  const { port } = new SharedWorker(script, { name: "calm-ledger-live" });
  return [port, () => port.close()];
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
    listen,
    () => state,
    () => NOTHING,
  );
}

/** What the person is in this plant, as it was told last; the component draws again only when that changes. */
export function useRoleTold(): LiveState["role"] {
  return useSyncExternalStore(
    listen,
    () => state.role,
    () => undefined,
  );
}

function listen(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}
