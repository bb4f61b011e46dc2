import { createServer, type Server, type Socket } from "node:net";
import type { StandInDrive } from "@/core/stand-in";
import { serveGateway } from "./canopen-wire";
import { serveModbus } from "./modbus-wire";
import { Pace } from "./pace";
import { Pseudo } from "./pseudo-terminal";
import type { AskedOf, Disturbance, Fault, LineKind, LineSettings, SpokenLine } from "./spoken-line";

/** A cable with one or more drives on it, reached over TCP on loopback or through a pseudo-terminal. */
export class StandInLine implements SpokenLine {
  drives: StandInDrive[] = [];
  plugged = true;
  disturbance: Disturbance = "none";
  readonly pace = new Pace();
  /** Exchanges so far, for tests that count frames. */
  exchanges = 0;
  fault: ((exchange: number, question: AskedOf) => Fault | undefined) | undefined;
  /** Told when a fault came true. */
  onFault: ((fault: Fault) => void) | undefined;
  private server: Server | undefined;
  private readonly sockets = new Set<Socket>();
  /** Where it listens; 0 until it is opened, where any free port will do. */
  port: number;
  private pseudo: Pseudo | undefined;

  constructor(readonly settings: LineSettings) {
    this.port = settings.port;
  }

  get kind(): LineKind {
    return this.settings.kind ?? "tcp";
  }

  /** How whoever opened the pseudo-terminal has set it; undefined where there is none. */
  portSettings(): { baud: number } | undefined {
    return this.pseudo?.settings();
  }

  /** Opens the port on loopback and says which it is. */
  async open(): Promise<number> {
    const server = createServer((socket) => this.serve(socket));
    await new Promise<void>((resolve, reject) => {
      server.once("error", reject);
      server.listen(this.port, "127.0.0.1", resolve);
    });
    this.server = server;
    const address = server.address();
    if (address && typeof address === "object") this.port = address.port;
    if (this.kind === "serial") {
      this.pseudo = new Pseudo(this.settings.path!, this.port);
      await this.pseudo.open();
    }
    return this.port;
  }

  async close(): Promise<void> {
    this.pseudo?.close();
    this.cut();
    const server = this.server;
    this.server = undefined;
    if (server) await new Promise<void>((resolve) => server.close(() => resolve()));
  }

  add(drive: StandInDrive): void {
    this.drives.push(drive);
    drive.onRestart = () => {
      if (!this.settings.gateway && this.kind === "tcp") this.cut();
    };
    drive.onStarted = () => this.say(`1 ${drive.address} BOOT_UP\r\n`);
  }

  replace(old: StandInDrive, drive: StandInDrive): void {
    old.onRestart = undefined;
    old.onStarted = undefined;
    this.drives = this.drives.filter((each) => each !== old);
    this.add(drive);
    if (!this.settings.gateway && this.kind === "tcp") this.cut();
  }

  /** Somebody pulls the plug: open connections break, new ones are turned away; an adapter's port vanishes. */
  pull(): void {
    this.plugged = false;
    this.cut();
    this.pseudo?.close();
  }

  plug(): void {
    this.plugged = true;
    void this.pseudo?.open();
  }

  /** Drives that answer at an address, with the lone address of a family when only one drive is on the line. */
  heardAt(unit: number): StandInDrive[] {
    const alive = this.drives.filter((each) => each.alive);
    const lone =
      alive.length === 1 && (alive[0]!.imitating ?? alive[0]!).definition.file.modbus?.loneAddress === unit;
    return lone ? alive : alive.filter((each) => each.address === unit);
  }

  happen(fault: Fault, drive: StandInDrive): void {
    if (fault.startsWith("cable")) this.pull();
    else drive.powerOff();
    this.onFault?.(fault);
  }

  private say(text: string): void {
    if (this.kind === "canopen") for (const socket of this.sockets) socket.write(text);
  }

  private cut(): void {
    for (const socket of this.sockets) socket.destroy();
    this.sockets.clear();
  }

  private serve(socket: Socket): void {
    if (!this.plugged) {
      socket.destroy();
      return;
    }
    socket.setNoDelay(true);
    this.sockets.add(socket);
    socket.on("error", () => socket.destroy());
    socket.on("close", () => this.sockets.delete(socket));
    if (this.kind === "canopen") serveGateway(this, socket);
    else serveModbus(this, socket);
  }
}
