import { createHash, randomUUID } from "node:crypto";
import { linkSync, mkdtempSync, readdirSync, realpathSync, rmSync, symlinkSync } from "node:fs";
import { connect, createServer, type Server } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { makeFolder } from "@/server/make-folder";

export interface FolderLock {
  release(): Promise<void>;
}

/** A socket's path has at most 108 bytes, its end included (Linux, unix(7)); 104 elsewhere. */
const LONGEST_PATH = 100;

/**
 * Takes a data folder for this process alone. The embedded database has no lock of its own: two processes on one folder would ruin it without a word.
 * The lock is a listening socket in the folder itself, which the kernel closes when the process dies, however it dies, and which is there for whoever
 * shares the folder: other containers and mounts too (not other computers over a network file system). On Windows it is a named pipe.
 * Throws in plain words when another process holds the folder.
 */
export async function lockFolder(folder: string): Promise<FolderLock> {
  makeFolder(folder);
  if (process.platform === "win32") return lockByPipe(folder);
  const place = shortPathTo(folder);
  try {
    return await lockBySocket(place.path, folder);
  } finally {
    place.forget();
  }
}

/**
 * Locks have numbers, and the highest holds: `lock-7` answers, or its process is dead. Who finds it dead makes `lock-8`, which the file system lets only
 * one do (link(2) never replaces). The highest is never removed, so that nobody who was slow can make an older number anew and believe in it.
 */
async function lockBySocket(place: string, folder: string): Promise<FolderLock> {
  const server = createServer((socket) => socket.destroy());
  server.unref();
  const claim = join(place, `claim-${randomUUID().slice(0, 8)}`);
  await listen(server, claim);
  const release = (): Promise<void> => new Promise((resolve) => server.close(() => resolve()));
  try {
    for (;;) {
      const highest = Math.max(0, ...numbersIn(place));
      if (highest > 0 && (await answers(join(place, `lock-${highest}`)))) throw inUse(folder);
      const own = highest + 1;
      if (!linked(claim, join(place, `lock-${own}`))) continue;
      const seen = numbersIn(place);
      // Somebody was quicker by two: what was made here is an old number.
      if (Math.max(...seen) > own) {
        rmSync(join(place, `lock-${own}`), { force: true });
        continue;
      }
      for (const each of seen) if (each < own) rmSync(join(place, `lock-${each}`), { force: true });
      return { release };
    }
  } catch (error) {
    await release();
    throw error;
  } finally {
    rmSync(claim, { force: true });
  }
}

function numbersIn(place: string): number[] {
  return readdirSync(place).flatMap((name) => {
    const number = /^lock-(\d+)$/.exec(name)?.[1];
    return number === undefined ? [] : [Number(number)];
  });
}

/** Gives a file a second name; false when that name is taken. */
function linked(from: string, to: string): boolean {
  try {
    linkSync(from, to);
    return true;
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === "EEXIST") return false;
    throw error;
  }
}

/** A path to the folder that is short enough for a socket in it: its own, or a symbolic link that is forgotten again. */
function shortPathTo(folder: string): { path: string; forget: () => void } {
  const path = realpathSync(folder);
  if (Buffer.byteLength(join(path, "claim-12345678")) <= LONGEST_PATH)
    return { path, forget: () => undefined };
  const within = mkdtempSync(join(tmpdir(), "cl-"));
  const short = join(within, "d");
  symlinkSync(path, short);
  return { path: short, forget: () => rmSync(within, { recursive: true, force: true }) };
}

/** The kernel frees a named pipe with its process, so a leftover cannot be. */
async function lockByPipe(folder: string): Promise<FolderLock> {
  const name = createHash("sha256").update(realpathSync(folder)).digest("hex").slice(0, 24);
  const server = createServer((socket) => socket.destroy());
  server.unref();
  try {
    await listen(server, `\\\\.\\pipe\\calm-ledger-${name}`);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === "EADDRINUSE") throw inUse(folder);
    throw error;
  }
  return { release: () => new Promise((resolve) => server.close(() => resolve())) };
}

function inUse(folder: string): Error {
  return new Error(
    `The data folder ${folder} is in use by another Calm Ledger process. Stop that one first, or set DATA_DIR to another folder.`,
  );
}

function listen(server: Server, path: string): Promise<void> {
  return new Promise((resolve, reject) => {
    server.once("error", reject);
    server.listen(path, () => resolve());
  });
}

/** Whether a process listens on a socket. One that only refuses is a dead one's; one that may not be asked is somebody's. */
function answers(path: string): Promise<boolean> {
  return new Promise((resolve) => {
    const socket = connect(path, () => {
      socket.destroy();
      resolve(true);
    });
    socket.once("error", (error: NodeJS.ErrnoException) =>
      resolve(error.code !== "ECONNREFUSED" && error.code !== "ENOENT"),
    );
  });
}
