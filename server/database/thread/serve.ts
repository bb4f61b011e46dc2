import type { PGlite } from "@electric-sql/pglite";
import { Peer, type Port } from "@/server/rpc";
import { tellsError, type Statements } from "./statements";
import type { Turns } from "./turns";
import { decodeAnswer, encodeQuery, type QueryMessage } from "./wire";

/** What can be asked of the thread that holds the embedded database. */
export type DatabaseAsks = {
  /** A query and its answer as the protocol's bytes: rows are taken apart by who asked for them. */
  query: { arg: { message: QueryMessage; transaction?: number }; event: never; value: Uint8Array };
  /** Opens a transaction; its number comes as the event. It ends when `finish` says so, or with the connection. */
  transaction: { arg: undefined; event: number; value: void };
  finish: { arg: { transaction: number; commit: boolean }; event: never; value: void };
  /** Everything in one file, as bytes of a gzipped tar. */
  dump: { arg: undefined; event: never; value: Uint8Array };
};

/**
 * Lets whoever holds the other end of a port work on the database. `statements` and `turns` are those of all ports: a transaction holds the database until it is
 * finished; questions outside it wait, its own go through. `aborted` is told when the database ended itself (severity PANIC, as when its log cannot be
 * written): from then on it answers nothing any more.
 */
export function serveDatabase(
  pg: PGlite,
  statements: Statements,
  turns: Turns,
  port: Port,
  aborted: (why: string) => void,
): Peer<DatabaseAsks, Record<never, never>> {
  const open = new Map<number, (commit: boolean) => void>();
  let next = 1;
  const answerTo = async (message: QueryMessage): Promise<Uint8Array> => {
    const answer = await pg.execProtocolRaw(statements.bytesOf(message));
    if (tellsError(answer)) statements.forget(message);
    const why = whyAborted(answer);
    if (why !== undefined) aborted(why);
    // A view into the database's memory would be copied with all of that memory.
    return answer.byteLength === answer.buffer.byteLength ? answer : answer.slice();
  };
  const say = async (sql: string) => decodeAnswer(await answerTo(encodeQuery(sql, [])), "array");
  const inTurn = async <T>(work: () => Promise<T>): Promise<T> => {
    const giveBack = await turns.take();
    try {
      return await work();
    } finally {
      giveBack();
    }
  };
  return new Peer<DatabaseAsks, Record<never, never>>(port, {
    async query({ message, transaction }) {
      if (transaction === undefined) return inTurn(() => answerTo(message));
      if (!open.has(transaction)) throw new Error("This transaction has ended already.");
      return answerTo(message);
    },
    transaction: (_, { emit, signal }) =>
      inTurn(async () => {
        if (signal.aborted) return;
        const number = next++;
        await say("begin");
        const commit = await new Promise<boolean>((resolve) => {
          open.set(number, resolve);
          signal.addEventListener("abort", () => resolve(false));
          emit(number);
        });
        open.delete(number);
        await say(commit ? "commit" : "rollback");
      }),
    finish({ transaction, commit }) {
      open.get(transaction)?.(commit);
    },
    dump: () => inTurn(async () => new Uint8Array(await (await pg.dumpDataDir("gzip")).arrayBuffer())),
  });
}

/** An error's message where its severity is PANIC; undefined otherwise (PostgreSQL 18 documentation, 54.8, field V). */
function whyAborted(answer: Uint8Array): string | undefined {
  // The error is the last thing that comes.
  const bytes = Buffer.from(answer.buffer, answer.byteOffset, answer.byteLength).subarray(-2048);
  if (!bytes.includes("\0VPANIC\0")) return undefined;
  return /\0M([^\0]*)\0/.exec(bytes.toString("utf8"))?.[1] ?? "it gives no reason";
}
