import { spawn, spawnSync, type ChildProcess } from "node:child_process";
import { closeSync, constants, existsSync, openSync, rmSync } from "node:fs";

/** How a serial port is set. */
export interface PortSettings {
  framing: "rtu" | "ascii";
  baud: number;
  parity: "none" | "even" | "odd";
}

const APPEARS_WITHIN_MS = 3000;
/** Asking the terminal costs a few ms; nobody changes its speed between two frames of one opening. */
const FRESH_MS = 25;

/** Whether this machine can make pseudo-terminals for stand-ins (the program socat). */
export function canMakePorts(): boolean {
  return spawnSync("socat", ["-V"], { stdio: "ignore" }).status === 0;
}

/** A pseudo-terminal that stands for a serial port; its other end is a TCP port of this machine. */
export class Pseudo {
  private child: ChildProcess | undefined;
  private heldOpen: number | undefined;
  private seen: { at: number; settings: { baud: number } } | undefined;

  constructor(
    readonly path: string,
    private readonly tcpPort: number,
  ) {}

  /** Makes the port appear; rejects when it does not. */
  async open(): Promise<void> {
    // One that was killed leaves its name behind, which leads nowhere or to another's terminal.
    rmSync(this.path, { force: true });
    this.child = spawn("socat", [`PTY,link=${this.path},rawer`, `TCP:127.0.0.1:${this.tcpPort},nodelay`], {
      stdio: "ignore",
    });
    const until = performance.now() + APPEARS_WITHIN_MS;
    while (!existsSync(this.path)) {
      if (performance.now() > until)
        throw new Error(`The port ${this.path} did not appear. Is socat installed?`);
      await new Promise((resolve) => setTimeout(resolve, 10));
    }
    // While nobody has it open, the other side would see an end of file and go away.
    this.heldOpen = openSync(this.path, constants.O_RDWR | constants.O_NOCTTY);
  }

  /** The port vanishes, as when an adapter is unplugged. */
  close(): void {
    if (this.heldOpen !== undefined) closeSync(this.heldOpen);
    this.heldOpen = undefined;
    this.child?.kill();
    this.child = undefined;
  }

  /** The speed that whoever opened the port has set. A pseudo-terminal passes bytes at any speed: the stand-in has to look itself. */
  settings(): { baud: number } | undefined {
    if (this.seen && performance.now() - this.seen.at < FRESH_MS) return this.seen.settings;
    const said = spawnSync("stty", ["-a", "-F", this.path], { encoding: "utf8" }).stdout;
    const baud = /speed (\d+) baud/.exec(said ?? "")?.[1];
    if (baud === undefined) return undefined;
    this.seen = { at: performance.now(), settings: { baud: Number(baud) } };
    return this.seen.settings;
  }
}
