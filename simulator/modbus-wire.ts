import type { Socket } from "node:net";
import type { Frame } from "@/core/protocol/channel";
import {
  asciiFraming,
  decodeQuestion,
  encodeAnswer,
  exchangeMs,
  rtuFraming,
  tcpFraming,
} from "@/core/protocol/modbus";
import { handleModbus } from "@/core/stand-in";
import type { SpokenLine } from "./spoken-line";

const GATEWAY_WAIT_MS = 150;
/** Bytes such as a receiver set to another speed makes of a frame. */
const NOISE = Uint8Array.of(0x00, 0xe0, 0x1c, 0xfc, 0x80, 0x00, 0xf8, 0x1e);
const tails = new WeakMap<SpokenLine, Promise<void>>();

/** Serves a line's drives over one socket. Questions are answered one after another, as on a real line. */
export function serveModbus(line: SpokenLine, socket: Socket): void {
  const onSerial = line.settings.serial?.framing === "ascii" ? asciiFraming : rtuFraming;
  const framing = line.kind === "tcp" ? tcpFraming : onSerial;
  const decoder = framing.decoder("questions");
  const send = (bytes: Uint8Array): void => {
    if (!socket.destroyed) socket.write(bytes);
  };
  socket.on("data", (bytes) => {
    if (!heardAsSent(line)) {
      // Another speed: the drive makes nothing of it, and what there is to hear is no frame either.
      decoder.reset();
      if (line.drives.some((each) => each.alive)) send(NOISE);
      return;
    }
    for (const frame of decoder.push(bytes).frames) {
      const before = tails.get(line) ?? Promise.resolve();
      tails.set(
        line,
        before.then(() =>
          exchange(line, frame, (pdu) => {
            const answer = framing.encode({ transaction: frame.transaction, unit: frame.unit, pdu });
            if (line.disturbance === "noise") return send(NOISE);
            if (line.disturbance === "bad-check")
              answer[answer.length - 1] = answer[answer.length - 1]! ^ 0x5a;
            send(answer);
          }),
        ),
      );
    }
  });
}

/** Whether a drive that listens on the line is set to the speed at which it is spoken to. */
function heardAsSent(line: SpokenLine): boolean {
  const set = line.portSettings();
  if (!set) return true;
  // A pseudo-terminal forgets the parity it was given: a wrong one is shown by disturbing the line instead.
  return line.drives.some((each) => (each.speech.baud ?? line.settings.serial?.baud) === set.baud);
}

/** A write to address 0 is done by all and answered by none (Modbus over Serial Line V1.02, clause 2.1). */
function broadcast(line: SpokenLine, question: ReturnType<typeof decodeQuestion>): void {
  if (typeof question === "number" || question.kind.startsWith("read")) return;
  for (const drive of line.drives) if (drive.alive) handleModbus(drive, question);
}

async function exchange(line: SpokenLine, frame: Frame, answered: (pdu: Uint8Array) => void): Promise<void> {
  const startedAt = performance.now();
  const question = decodeQuestion(frame.pdu);
  // On TCP a drive by itself answers to 255, and to 0, whatever its own address is (messaging on TCP/IP V1.0b, clause 4.4.2.3).
  const alone = line.kind === "tcp" && !line.settings.gateway && line.drives.length === 1;
  const any = alone && (frame.unit === 255 || frame.unit === 0);
  if (frame.unit === 0 && !any) return broadcast(line, question);
  const heard = any ? line.drives.filter((each) => each.alive) : line.heardAt(frame.unit);
  const drive = heard[0];
  const refuse = (code: number): void => answered(Uint8Array.of((frame.pdu[0] ?? 0) | 0x80, code));
  if (!drive) {
    if (!line.settings.gateway) return;
    await line.pace.until(startedAt + GATEWAY_WAIT_MS);
    return refuse(11);
  }
  line.exchanges += 1;
  if (line.disturbance === "deaf" || (line.disturbance === "now-and-then" && line.exchanges % 3 !== 0))
    return;
  if (line.disturbance === "exceptions") return refuse(4);
  // Two drives with one address talk at once: what arrives is neither's answer.
  if (heard.length > 1) return answered(Uint8Array.of(0x5a, 0x00, 0xff));
  if (typeof question === "number") return refuse(question);
  const fault = line.fault?.(line.exchanges, question);
  if (fault === "cable-before" || fault === "power-before") return line.happen(fault, drive);
  const answer = handleModbus(drive, question);
  if (fault) return line.happen(fault, drive);
  if (!answer) return;
  const pdu = encodeAnswer(question, answer);
  if (line.settings.baud > 0) {
    const { turnaroundMs } = drive.shown.definition.file.modbus!;
    await line.pace.until(
      startedAt +
        exchangeMs(
          { baud: line.settings.baud, bitsPerCharacter: 11, turnaroundMs },
          frame.pdu.length,
          pdu.length,
        ),
    );
  }
  answered(pdu);
}
