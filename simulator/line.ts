import { createServer, type Server, type Socket } from "node:net";
import { decodeQuestion, encodeAnswer, exchangeMs, tcpFraming, type Question } from "@/core/protocol/modbus";
import type { Frame } from "@/core/protocol/channel";
import type { StandInDrive } from "./drive";

export interface LineSettings {
  id: string;
  title: string;
  /** 0 takes any free port. */
  port: number;
  /** Pace of the serial line behind the port; 0 answers as fast as it can. */
  baud: number;
  /** A gateway answers for a drive that is silent (exception 11); without one there is silence. */
  gateway: boolean;
}

/** What a test makes happen at one exchange: before the drive sees the question, or after it acted but before it answers. */
export type Fault = "cable-before" | "cable-after" | "power-before" | "power-after";

const GATEWAY_WAIT_MS = 150;

/** A cable with one or more drives on it, reached over TCP on loopback. Questions are answered one after another, as on a real line. */
export class StandInLine {
  drives: StandInDrive[] = [];
  plugged = true;
  /** Exchanges so far, for tests that count frames. */
  exchanges = 0;
  fault: ((exchange: number, question: Question) => Fault | undefined) | undefined;
  /** Told when a fault came true. */
  onFault: ((fault: Fault) => void) | undefined;
  private server: Server | undefined;
  private readonly sockets = new Set<Socket>();
  private tail: Promise<void> = Promise.resolve();
  private port: number;

  constructor(readonly settings: LineSettings) {
    this.port = settings.port;
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
    return this.port;
  }

  async close(): Promise<void> {
    this.cut();
    const server = this.server;
    this.server = undefined;
    if (server) await new Promise<void>((resolve) => server.close(() => resolve()));
  }

  add(drive: StandInDrive): void {
    this.drives.push(drive);
    drive.onRestart = () => { if (!this.settings.gateway) this.cut(); };
  }

  replace(old: StandInDrive, drive: StandInDrive): void {
    old.onRestart = undefined;
    this.drives = this.drives.filter((each) => each !== old);
    this.add(drive);
    if (!this.settings.gateway) this.cut();
  }

  /** Somebody pulls the plug: open connections break, new ones are turned away. */
  pull(): void {
    this.plugged = false;
    this.cut();
  }

  plug(): void {
    this.plugged = true;
  }

  private cut(): void {
    for (const socket of this.sockets) socket.destroy();
    this.sockets.clear();
  }

  private serve(socket: Socket): void {
    if (!this.plugged) { socket.destroy(); return; }
    socket.setNoDelay(true);
    this.sockets.add(socket);
    socket.on("error", () => socket.destroy());
    socket.on("close", () => this.sockets.delete(socket));
    const decoder = tcpFraming.decoder("questions");
    socket.on("data", (bytes) => {
      for (const frame of decoder.push(bytes).frames) {
        this.tail = this.tail.then(() => this.exchange(socket, frame));
      }
    });
  }

  private async exchange(socket: Socket, frame: Frame): Promise<void> {
    const startedAt = performance.now();
    const question = decodeQuestion(frame.pdu);
    const heard = this.drives.filter((each) => each.address === frame.unit && each.alive);
    const drive = heard[0];
    const answered = (answer: Uint8Array): void => {
      if (!socket.destroyed) socket.write(tcpFraming.encode({ transaction: frame.transaction, unit: frame.unit, pdu: answer }));
    };
    if (!drive) {
      if (!this.settings.gateway) return;
      await until(startedAt + GATEWAY_WAIT_MS);
      answered(Uint8Array.of((frame.pdu[0] ?? 0) | 0x80, 11));
      return;
    }
    // Two drives with one address talk at once: what arrives is neither's answer.
    if (heard.length > 1) return answered(Uint8Array.of(0x5a, 0x00, 0xff));
    if (!question) return answered(Uint8Array.of((frame.pdu[0] ?? 0) | 0x80, 1));
    this.exchanges += 1;
    const fault = this.fault?.(this.exchanges, question);
    if (fault === "cable-before" || fault === "power-before") return this.happen(fault, drive);
    const answer = drive.handle(question);
    if (fault) return this.happen(fault, drive);
    if (!answer) return;
    const pdu = encodeAnswer(question, answer);
    if (this.settings.baud > 0) {
      const { turnaroundMs } = drive.definition.file.modbus;
      await until(startedAt + exchangeMs({ baud: this.settings.baud, bitsPerCharacter: 11, turnaroundMs }, frame.pdu.length, pdu.length));
    }
    answered(pdu);
  }

  private happen(fault: Fault, drive: StandInDrive): void {
    if (fault.startsWith("cable")) this.pull();
    else drive.powerOff();
    this.onFault?.(fault);
  }
}

/** Waits until a moment of `performance.now()`, finer than a timer: the pace of the line is what the benchmark measures against. */
async function until(moment: number): Promise<void> {
  const rest = moment - performance.now();
  if (rest > 2) await new Promise((resolve) => setTimeout(resolve, rest - 1.5));
  while (performance.now() < moment) await new Promise((resolve) => setImmediate(resolve));
}
