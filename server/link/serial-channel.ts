import { spawn } from "node:child_process";
import { createInterface } from "node:readline";
import type { Readable } from "node:stream";
import type { SerialSettings } from "@/core/link";
import type { ByteChannel } from "@/core/protocol/channel";
import { ChannelError, type LostCause } from "@/core/protocol/outcome";
import { threadFile } from "@/server/threads";

/** What the operating system says when a port cannot be opened, and what that means. */
const MEANINGS: Array<{ pattern: RegExp; cause: LostCause; text: string }> = [
  {
    pattern: /permission|EACCES|access denied/i,
    cause: "no-permission",
    text: 'this program may not use the port. On Linux the user must be in the group that owns it (often "dialout"); sign in again afterwards.',
  },
  {
    pattern: /lock|busy|EBUSY|in use/i,
    cause: "port-busy",
    text: "another program holds the port. Close it there, then try again.",
  },
  {
    pattern: /no such file|ENOENT|not found|cannot find|ENODEV|ENXIO/i,
    cause: "no-such-port",
    text: "there is no such port. Plug the adapter in again; it may have another name now.",
  },
];

/** Why a serial port did not open: cause and words. What the system says is kept when it fits nothing known. */
export function explainPortError(message: string): ChannelError {
  const known = MEANINGS.find((each) => each.pattern.test(message));
  if (known) return new ChannelError(known.text, known.cause);
  return new ChannelError(
    `the port does not open as it should (${message}). The adapter's driver may be broken: unplug the adapter, plug it into another socket, and restart the computer if that does not help.`,
    "driver-fault",
  );
}

/** Ports whose process still lives: until it has ended, the port is busy. */
const closing = new Map<string, Promise<void>>();

/** Opens a serial port as a byte channel with exclusive use; rejects with a `ChannelError`. A port that vanishes closes the channel. */
export async function openSerial(path: string, settings: SerialSettings): Promise<ByteChannel> {
  await closing.get(path);
  const child = spawn(process.execPath, [threadFile("serial"), JSON.stringify({ path, settings })], {
    stdio: ["pipe", "pipe", "inherit", "pipe"],
  });
  const stdin = child.stdin!;
  const listeners: Array<(reason: string) => void> = [];
  let closed: string | undefined;
  const end = (reason: string): void => {
    if (closed !== undefined) return;
    closed = reason;
    for (const listener of listeners) listener(reason);
  };
  const ended = new Promise<void>((resolve) => child.once("exit", () => resolve())).finally(() => {
    if (closing.get(path) === ended) closing.delete(path);
    end("the port was closed.");
  });
  // What is sent to a port that has just gone is lost without a word, as on any channel.
  stdin.on("error", () => undefined);
  const channel: ByteChannel = {
    send: (bytes) => {
      if (closed === undefined) stdin.write(bytes);
    },
    onBytes: (listener) => {
      child.stdout!.on("data", (chunk: Buffer) => listener(chunk));
    },
    onClosed: (listener) => {
      listeners.push(listener);
      if (closed !== undefined) listener(closed);
    },
    // The channel counts as closed at once; the process may take a moment.
    close: () => {
      end("the port was closed.");
      closing.set(path, ended);
      stdin.end();
    },
  };
  return new Promise((resolve, reject) => {
    child.once("error", (error) => reject(explainPortError(error.message)));
    child.once("exit", () => reject(explainPortError("its process ended")));
    createInterface({ input: child.stdio[3] as Readable }).on("line", (line) => {
      const said = JSON.parse(line) as { open?: true; failed?: string; closed?: string };
      if (said.open) resolve(channel);
      if (said.failed !== undefined) reject(explainPortError(said.failed));
      if (said.closed !== undefined) end(said.closed);
    });
  });
}
