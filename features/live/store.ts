"use client";
import { useEffect, useSyncExternalStore } from "react";
import { ledger, type ConnectionView, type JobView, type LiveEvent, type SearchView } from "@/core/contract";
import type { WriteStep } from "@/core/restore";
import { addressOf } from "./ask";

/** What the pages know of connected drives and running work, as the server last said it. */
export interface LiveState {
  connections: ReadonlyMap<string, ConnectionView>;
  jobs: ReadonlyMap<number, JobView>;
  steps: ReadonlyMap<number, ReadonlyMap<number, WriteStep>>;
  /** Counts changes of ledgers by tag, so that a page knows when to load again. */
  ledgers: ReadonlyMap<string, number>;
  searches: ReadonlyMap<string, SearchView>;
  /** Whether the stream of events is there. */
  online: boolean;
}

const nothing: LiveState = {
  connections: new Map(),
  jobs: new Map(),
  steps: new Map(),
  ledgers: new Map(),
  searches: new Map(),
  online: true,
};
let state = nothing;
const listeners = new Set<() => void>();

function change(next: Partial<LiveState>): void {
  state = { ...state, ...next };
  for (const listener of listeners) listener();
}

/** Takes in one message of the server. */
function take(message: LiveEvent): void {
  switch (message.type) {
    case "snapshot":
      return change({
        connections: new Map(message.connections.map((each) => [each.id, each])),
        jobs: new Map(message.jobs.map((each) => [each.id, each])),
        steps: new Map(),
        searches: new Map(message.searches.map((each) => [each.id, each])),
        online: true,
      });
    case "connection":
      return change({ connections: new Map(state.connections).set(message.view.id, message.view) });
    case "search":
      return change({ searches: new Map(state.searches).set(message.view.id, message.view) });
    case "search-gone": {
      const searches = new Map(state.searches);
      searches.delete(message.id);
      return change({ searches });
    }
    case "connection-gone": {
      const connections = new Map(state.connections);
      connections.delete(message.id);
      return change({ connections });
    }
    case "job":
      return change({ jobs: new Map(state.jobs).set(message.view.id, message.view) });
    case "step": {
      const { jobId, ordinal, step } = message.change;
      const own = new Map(state.steps.get(jobId) ?? []).set(ordinal, step);
      return change({ steps: new Map(state.steps).set(jobId, own) });
    }
    case "ledger":
      return change({
        ledgers: new Map(state.ledgers).set(message.tag, (state.ledgers.get(message.tag) ?? 0) + 1),
      });
  }
}

let users = 0;
let close: (() => void) | undefined;

function open(plant: string): () => void {
  const events = addressOf(ledger.events, { params: { plant } });
  if (typeof SharedWorker !== "undefined") {
    const worker = new SharedWorker(`/live-worker.js?events=${encodeURIComponent(events)}`, {
      name: "calm-ledger-live",
    });
    worker.port.onmessage = ({ data }: MessageEvent<{ data?: string; lost?: boolean }>) => {
      if (data.lost) change({ online: false });
      if (data.data) take(JSON.parse(data.data) as LiveEvent);
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
  source.onmessage = (event: MessageEvent<string>) => take(JSON.parse(event.data) as LiveEvent);
  source.onerror = () => change({ online: false });
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
    () => nothing,
  );
}
