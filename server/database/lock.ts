import { createHash } from "node:crypto";
import { mkdirSync, realpathSync, rmSync } from "node:fs";
import { connect, createServer, type Server } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";

export interface FolderLock {
  release(): Promise<void>;
}

/**
 * Takes a data folder for this process alone. The embedded database has no lock of its own: two processes on one folder would
 * ruin it without a word. The lock is a listening socket, which the kernel frees when the process dies, however it dies:
 * an abstract one on Linux, a named pipe on Windows, elsewhere a socket file that is tried before it is taken over.
 * Throws in plain words when another process holds the folder.
 */
export async function lockFolder(folder: string): Promise<FolderLock> {
  mkdirSync(folder, { recursive: true });
  const name = `calm-ledger-${createHash("sha256").update(realpathSync(folder)).digest("hex").slice(0, 24)}`;
  const paths: Partial<Record<NodeJS.Platform, string>> = {
    linux: `\0${name}`,
    win32: `\\\\.\\pipe\\${name}`,
  };
  const path = paths[process.platform] ?? join(tmpdir(), `${name}.sock`);
  const isFile = paths[process.platform] === undefined;
  const server = createServer((socket) => socket.destroy());
  server.unref();
  const release = (): Promise<void> => new Promise((resolve) => server.close(() => resolve()));
  try {
    await listen(server, path);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== "EADDRINUSE") throw error;
    // A socket file outlives its process: when nobody answers on it, it is only a leftover.
    const leftover = isFile && !(await answers(path));
    if (leftover) {
      rmSync(path);
      await listen(server, path);
      return { release };
    }
    throw new Error(
      `The data folder ${folder} is in use by another Calm Ledger process. Stop that one first, or set DATA_DIR to another folder.`,
    );
  }
  return { release };
}

function listen(server: Server, path: string): Promise<void> {
  return new Promise((resolve, reject) => {
    server.once("error", reject);
    server.listen(path, () => resolve());
  });
}

function answers(path: string): Promise<boolean> {
  return new Promise((resolve) => {
    const socket = connect(path, () => {
      socket.destroy();
      resolve(true);
    });
    socket.once("error", () => resolve(false));
  });
}
