import { decodeCommand, encodeValue } from "@/core/protocol/canopen";
import type { ByteChannel, Clock, Framing } from "@/core/protocol/channel";
import { decodeQuestion, encodeAnswer, exchangeMs } from "@/core/protocol/modbus";
import { answerSdo, handleModbus, type StandInDrive } from "@/core/stand-in";

/** Start, eight data, parity or a second stop, and stop bit. */
const BITS = 11;

/** A cable in memory with one stand-in at its end, and what can happen to it. */
export interface StandInCable {
  channel: ByteChannel;
  /** The other end is gone. */
  cut(reason: string): void;
}

/** Bytes to and from a stand-in as Modbus. With a `baud` each exchange takes what it takes on a serial line of that pace, else the drive's stated turn-around alone. */
export function modbusCable(
  drive: StandInDrive,
  framing: Framing,
  clock: Clock,
  baud: number | undefined,
): StandInCable {
  const decoder = framing.decoder("questions");
  const { turnaroundMs } = drive.definition.file.modbus!;
  return cable((bytes, answer) => {
    for (const { transaction, unit, pdu } of decoder.push(bytes).frames) {
      if (unit !== drive.address) continue;
      const question = decodeQuestion(pdu);
      const said = typeof question === "number" ? undefined : handleModbus(drive, question);
      if (!drive.alive) continue;
      const back =
        typeof question === "number"
          ? Uint8Array.of((pdu[0] ?? 0) | 0x80, question)
          : encodeAnswer(question, said!);
      const ms =
        baud === undefined
          ? turnaroundMs
          : exchangeMs({ baud, bitsPerCharacter: BITS, turnaroundMs }, pdu.length, back.length);
      clock.after(ms, () => answer(framing.encode({ transaction, unit, pdu: back })));
    }
  });
}

/** Bytes to and from a stand-in behind a CANopen gateway (CiA 309-3). Every object takes `exchangeMs` on the bus, one after another; 0 where nobody has measured it. */
export function gatewayCable(drive: StandInDrive, clock: Clock, exchangeMs: number): StandInCable {
  const decoder = new TextDecoder("latin1");
  const encoder = new TextEncoder();
  let held = "";
  let busyUntil = 0;
  return cable((bytes, answer) => {
    held += decoder.decode(bytes);
    const lines = held.split(/\r?\n/);
    held = lines.pop()!;
    for (const text of lines) {
      const command = decodeCommand(text);
      const sequence = /^\[(\d+)\]/.exec(text)?.[1];
      if (!command || sequence === undefined || !drive.alive) continue;
      const said = answerSdo(drive, command.node - drive.address, command.question);
      const words = {
        abort: () =>
          `ERROR: 0x${(said as { code: number }).code.toString(16).toUpperCase().padStart(8, "0")}`,
        written: () => "OK",
        value: () => {
          const { type, raw } = said as Extract<typeof said, { kind: "value" }>;
          return encodeValue(type, raw);
        },
      }[said.kind]();
      busyUntil = Math.max(busyUntil, clock.now()) + exchangeMs;
      clock.after(busyUntil - clock.now(), () => answer(encoder.encode(`[${sequence}] ${words}\r\n`)));
    }
  });
}

function cable(take: (bytes: Uint8Array, answer: (bytes: Uint8Array) => void) => void): StandInCable {
  let listener: (bytes: Uint8Array) => void = () => undefined;
  let closed: ((reason: string) => void) | undefined;
  let open = true;
  const cut = (reason: string): void => {
    if (!open) return;
    open = false;
    closed?.(reason);
  };
  return {
    cut,
    channel: {
      send: (bytes) => open && take(bytes, (back) => open && listener(back)),
      onBytes: (each) => (listener = each),
      onClosed: (each) => (closed = each),
      close: () => cut("closed"),
    },
  };
}
