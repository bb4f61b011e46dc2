import { fsyncSync } from "node:fs";
import type { PGlite } from "@electric-sql/pglite";
import { NodeFS } from "@electric-sql/pglite/nodefs";

type Init = Awaited<ReturnType<NodeFS["init"]>>;
interface NodeStream {
  nfd: number;
}
interface ModuleWithNodeFs {
  NODEFS: { stream_ops: { fsync?: (stream: NodeStream) => number } };
}

/**
 * The embedded database's file layer with a real fsync: what was acknowledged survives a power loss, not only a killed process.
 * The layer it extends has none, so PostgreSQL's own sync calls would succeed without doing anything.
 */
export class DurableNodeFS extends NodeFS {
  override async init(pg: PGlite, options: Parameters<NodeFS["init"]>[1]): Promise<Init> {
    const result = await super.init(pg, options);
    const addFsync = (module: unknown): void => {
      (module as ModuleWithNodeFs).NODEFS.stream_ops.fsync = (stream) => {
        fsyncSync(stream.nfd);
        return 0;
      };
    };
    result.emscriptenOpts.preRun = [
      ...((result.emscriptenOpts.preRun as unknown[] | undefined) ?? []),
      addFsync,
    ] as typeof result.emscriptenOpts.preRun;
    return result;
  }
}

/** Start parameters that turn syncing on; the library's own turn it off (-F). */
export function durableStartParams(usual: readonly string[]): string[] {
  return [...usual.filter((each) => each !== "-F"), "-c", "fsync=on", "-c", "wal_sync_method=fsync"];
}
