import { SerialPort } from "serialport";
import type { SerialSettings } from "@/core/link";
import type { ByteChannel } from "@/core/protocol/channel";
import { ChannelError, type LostCause } from "@/core/protocol/outcome";

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

/** Ports that are being closed: the system takes a moment, and until then the port is busy. */
const closing = new Map<string, Promise<void>>();

/** Opens a serial port as a byte channel with exclusive use; rejects with a `ChannelError`. A port that vanishes closes the channel. */
export async function openSerial(path: string, settings: SerialSettings): Promise<ByteChannel> {
  await closing.get(path);
  return new Promise((resolve, reject) => {
    const port = new SerialPort({
      path,
      baudRate: settings.baud,
      parity: settings.parity,
      stopBits: settings.stopBits,
      dataBits: settings.framing === "ascii" ? 7 : 8,
      lock: true,
      autoOpen: false,
    });
    const listeners: Array<(reason: string) => void> = [];
    let closed: string | undefined;
    const end = (reason: string): void => {
      if (closed !== undefined) return;
      closed = reason;
      for (const listener of listeners) listener(reason);
    };
    port.on("error", (error: Error) => end(`the port failed: ${error.message}`));
    port.on("close", (error?: Error | null) =>
      end(error ? "the port has vanished. Was the adapter unplugged?" : "the port was closed."),
    );
    port.open((error) => {
      if (error) return reject(explainPortError(error.message));
      resolve({
        send: (bytes) => {
          if (port.isOpen) port.write(bytes);
        },
        onBytes: (listener) => {
          port.on("data", (chunk: Buffer) => listener(chunk));
        },
        onClosed: (listener) => {
          listeners.push(listener);
          if (closed !== undefined) listener(closed);
        },
        // The channel counts as closed at once; the system may take a moment.
        close: () => {
          end("the port was closed.");
          if (!port.isOpen) return;
          const done = new Promise<void>((closed) => port.close(() => closed())).finally(() => {
            if (closing.get(path) === done) closing.delete(path);
          });
          closing.set(path, done);
        },
      });
    });
  });
}
