import type { ConnectionView, JobView, LiveEvent, Role, SearchView } from "@/core/contract";
import type { WriteStep } from "@/core/restore";

/** What the pages know of connected drives and running work, as the server last said it. */
export interface LiveState {
  connections: ReadonlyMap<string, ConnectionView>;
  jobs: ReadonlyMap<number, JobView>;
  steps: ReadonlyMap<number, ReadonlyMap<number, WriteStep>>;
  /** Counts changes of ledgers by tag, so that a page knows when to load again. */
  ledgers: ReadonlyMap<string, number>;
  /** What the person is in this plant, as it was told last. */
  role?: Role;
  /** How often the stream was opened and told how everything stands. */
  snapshots: number;
  searches: ReadonlyMap<string, SearchView>;
  /** Drives that were let go, or that the program does not know any more since it was started anew. */
  gone: ReadonlySet<string>;
  /** Whether the stream of events is there, and since when it is not, ms since 1970. */
  online: boolean;
  offlineSince?: number;
  /** Why nothing is told any more though the program is there: the sign-in ended, here or elsewhere, or the plant is not theirs any more. */
  shut?: "signed-out" | "not-yours";
}

export const NOTHING: LiveState = {
  connections: new Map(),
  jobs: new Map(),
  steps: new Map(),
  ledgers: new Map(),
  snapshots: 0,
  searches: new Map(),
  gone: new Set(),
  online: true,
};

/** The state after one message of the server. The one before stays as it was. */
export function take(state: LiveState, message: LiveEvent): LiveState {
  switch (message.type) {
    case "snapshot":
      return {
        ...state,
        role: message.role,
        connections: new Map(message.connections.map((each) => [each.id, each])),
        jobs: new Map(message.jobs.map((each) => [each.id, each])),
        steps: new Map(),
        searches: new Map(message.searches.map((each) => [each.id, each])),
        gone: new Set([
          ...state.gone,
          ...[...state.connections.keys()].filter(
            (id) => !message.connections.some((each) => each.id === id),
          ),
        ]),
        snapshots: state.snapshots + 1,
        online: true,
        offlineSince: undefined,
        shut: undefined,
      };
    case "connection":
      return { ...state, connections: having(state.connections, message.view.id, message.view) };
    case "connection-gone":
      return {
        ...state,
        connections: without(state.connections, message.id),
        gone: new Set([...state.gone, message.id]),
      };
    case "search":
      return { ...state, searches: having(state.searches, message.view.id, message.view) };
    case "search-gone":
      return { ...state, searches: without(state.searches, message.id) };
    case "job":
      return { ...state, jobs: having(state.jobs, message.view.id, message.view) };
    case "step": {
      const { jobId, ordinal, step } = message.change;
      const own = having(state.steps.get(jobId) ?? new Map<number, WriteStep>(), ordinal, step);
      return { ...state, steps: having(state.steps, jobId, own) };
    }
    case "ledger":
      return {
        ...state,
        ledgers: having(state.ledgers, message.tag, (state.ledgers.get(message.tag) ?? 0) + 1),
      };
  }
}

/** The state once the stream broke at this moment; what is known stays, and is old. */
export function lose(state: LiveState, at: number): LiveState {
  return state.online ? { ...state, online: false, offlineSince: at } : state;
}

function having<K, V>(map: ReadonlyMap<K, V>, key: K, value: V): Map<K, V> {
  return new Map(map).set(key, value);
}

function without<K, V>(map: ReadonlyMap<K, V>, key: K): Map<K, V> {
  const rest = new Map(map);
  rest.delete(key);
  return rest;
}
