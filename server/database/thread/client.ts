import { Peer, type Port } from "@/server/rpc";
import type { DatabaseAsks } from "./serve";
import { decodeAnswer, encodeQuery, type QueryResult, type RowMode } from "./wire";

interface QueryOptions {
  rowMode?: RowMode;
}

/** What the layer above asks of an embedded database: here it lives in another thread. */
export interface ThreadDatabase {
  query(sql: string, params?: unknown[], options?: QueryOptions): Promise<QueryResult>;
  transaction<T>(work: (tx: Pick<ThreadDatabase, "query">) => Promise<T>): Promise<T>;
  dump(): Promise<Uint8Array>;
  /** The thread is gone: everything under way fails. */
  end(reason: string): void;
}

/** Speaks to the thread that holds the embedded database, through a port of one's own. */
export function connectDatabase(port: Port): ThreadDatabase {
  const peer = new Peer<Record<never, never>, DatabaseAsks>(port, {});
  const queryIn =
    (transaction?: number) =>
    async (sql: string, params: unknown[] = [], options?: QueryOptions): Promise<QueryResult> => {
      const answer = await peer.ask("query", { message: encodeQuery(sql, params), transaction });
      return decodeAnswer(answer, options?.rowMode ?? "object");
    };
  return {
    query: queryIn(),
    async transaction(work) {
      let opened: (number: number) => void = () => undefined;
      const begun = new Promise<number>((resolve) => (opened = resolve));
      const ended = peer.ask("transaction", undefined, { onEvent: (event) => opened(event) });
      // It may end without ever having begun: when the thread is gone, or the database refuses.
      const number = await Promise.race([begun, ended.then(() => begun)]);
      try {
        const value = await work({ query: queryIn(number) });
        await peer.ask("finish", { transaction: number, commit: true });
        await ended;
        return value;
      } catch (error) {
        await peer.ask("finish", { transaction: number, commit: false }).catch(() => undefined);
        await ended.catch(() => undefined);
        throw error;
      }
    },
    dump: () => peer.ask("dump", undefined),
    end: (reason) => peer.end(reason),
  };
}
