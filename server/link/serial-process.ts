/**
 * One serial port, in a process of its own: bytes in on standard input, bytes out on standard output, what happens to the port as lines on
 * descriptor 3. The native part of `serialport` calls back on the program's main loop whichever thread opened the port, so a thread
 * cannot hold one; and a driver that crashes takes only this process along.
 */
import { createWriteStream } from "node:fs";
import { SerialPort } from "serialport";
import type { SerialSettings } from "@/core/link";

const { path, settings } = JSON.parse(process.argv[2]!) as { path: string; settings: SerialSettings };
const report = createWriteStream("", { fd: 3 });
/** Says what happened, and ends when it was the last thing to say. */
const say = (what: { open: true } | { failed: string } | { closed: string }, ends = false): void => {
  report.write(`${JSON.stringify(what)}\n`, () => {
    if (ends) process.exit(0);
  });
};

const port = new SerialPort({
  path,
  baudRate: settings.baud,
  parity: settings.parity,
  stopBits: settings.stopBits,
  dataBits: settings.framing === "ascii" ? 7 : 8,
  lock: true,
  autoOpen: false,
});
port.on("data", (chunk: Buffer) => process.stdout.write(chunk));
port.on("error", (error: Error) => say({ closed: `the port failed: ${error.message}` }, true));
port.on("close", (error?: Error | null) =>
  say({ closed: error ? "the port has vanished. Was the adapter unplugged?" : "the port was closed." }, true),
);
process.stdin.on("data", (chunk: Buffer) => port.write(chunk));
process.stdin.on("end", () => (port.isOpen ? port.close() : process.exit(0)));
port.open((error) => (error ? say({ failed: error.message }, true) : say({ open: true })));
