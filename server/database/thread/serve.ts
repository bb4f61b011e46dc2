import { types, type PGlite, type Transaction } from "@electric-sql/pglite";
import { Peer, type Port } from "@/server/rpc";

/** What can be asked of the thread that holds the embedded database. */
export type DatabaseAsks = {
  query: { arg: QueryArg; event: never; value: QueryResult };
  /** Opens a transaction; its number comes as the event. It ends when `finish` says so, or with the connection. */
  transaction: { arg: undefined; event: number; value: void };
  finish: { arg: { transaction: number; commit: boolean }; event: never; value: void };
  /** Everything in one file, as bytes of a gzipped tar. */
  dump: { arg: undefined; event: never; value: Uint8Array };
};

export interface QueryArg {
  sql: string;
  params: unknown[];
  rowMode: "array" | "object";
  /** The transaction it belongs to; none when absent. */
  transaction?: number;
}

export interface QueryResult {
  rows: unknown[];
  fields: Array<{ name: string; dataTypeID: number }>;
  affectedRows?: number;
}

const asText = (value: string): string => value;
/** Moments and intervals come as the text the database writes; the layer above makes of it what it wants. */
const PARSERS = Object.fromEntries(
  [types.TIMESTAMP, types.TIMESTAMPTZ, types.INTERVAL, types.DATE, 1231, 1115, 1185, 1187, 1182].map(
    (oid) => [oid, asText],
  ),
);

class RolledBack extends Error {}

/**
 * Lets whoever holds the other end of a port work on the database. A transaction holds the database until it is finished;
 * questions outside it wait, its own go through.
 */
export function serveDatabase(pg: PGlite, port: Port): Peer<DatabaseAsks, Record<never, never>> {
  const open = new Map<number, { tx: Transaction; finish: (commit: boolean) => void }>();
  let next = 1;
  return new Peer<DatabaseAsks, Record<never, never>>(port, {
    async query({ sql, params, rowMode, transaction }) {
      const inside = transaction === undefined ? undefined : open.get(transaction);
      if (transaction !== undefined && !inside) throw new Error("This transaction has ended already.");
      const { rows, fields, affectedRows } = await (inside?.tx ?? pg).query(sql, params, {
        rowMode,
        parsers: PARSERS,
      });
      return { rows, fields, affectedRows };
    },
    async transaction(_, { emit, signal }) {
      const number = next++;
      try {
        await pg.transaction(async (tx) => {
          const commit = await new Promise<boolean>((resolve) => {
            open.set(number, { tx, finish: resolve });
            signal.addEventListener("abort", () => resolve(false));
            if (signal.aborted) resolve(false);
            else emit(number);
          });
          open.delete(number);
          if (!commit) throw new RolledBack();
        });
      } catch (error) {
        if (!(error instanceof RolledBack)) throw error;
      }
    },
    finish({ transaction, commit }) {
      open.get(transaction)?.finish(commit);
    },
    async dump() {
      return new Uint8Array(await (await pg.dumpDataDir("gzip")).arrayBuffer());
    },
  });
}
