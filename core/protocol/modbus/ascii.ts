import type { Decoded, Frame, FrameDecoder, Framing } from "../channel";

const LONGEST = 513;

/** LRC of Modbus over Serial Line V1.02, clause 6.2.1: two's complement of the sum of all bytes. */
export function lrc(bytes: Uint8Array): number {
  let sum = 0;
  for (const byte of bytes) sum = (sum + byte) & 0xff;
  return (0x100 - sum) & 0xff;
}

/** Modbus ASCII (Modbus over Serial Line V1.02, clause 2.5.2): a colon, every byte as two hex digits, LRC, carriage return and line feed. */
export const asciiFraming: Framing = {
  matchesTransactions: false,

  encode({ unit, pdu }: Frame): Uint8Array {
    const bytes = Uint8Array.of(unit, ...pdu);
    const hex = [...bytes, lrc(bytes)]
      .map((byte) => byte.toString(16).toUpperCase().padStart(2, "0"))
      .join("");
    return new TextEncoder().encode(`:${hex}\r\n`);
  },

  decoder(): FrameDecoder {
    let held = "";
    return {
      push(bytes: Uint8Array): Decoded {
        held += String.fromCharCode(...bytes);
        const frames: Frame[] = [];
        let rubbish = 0;
        let noise: Decoded["noise"];
        const drop = (count: number, as: Decoded["noise"]): void => {
          rubbish += count;
          noise = noise === "bad-check" ? noise : as;
        };
        for (;;) {
          const start = held.indexOf(":");
          if (start !== 0) {
            const lost = start < 0 ? held.length : start;
            if (lost > 0) drop(lost, "garbled");
            held = held.slice(lost);
          }
          const end = held.indexOf("\r\n");
          if (end < 0) {
            if (held.length > LONGEST) {
              drop(held.length, "garbled");
              held = "";
            }
            break;
          }
          // A colon always begins a frame (clause 2.5.2.1): what stood before it was cut off.
          const begin = held.lastIndexOf(":", end);
          if (begin > 0) {
            drop(begin, "garbled");
            held = held.slice(begin);
            continue;
          }
          const frame = frameOf(held.slice(1, end));
          if (typeof frame === "string") drop(end + 2, frame);
          else frames.push(frame);
          held = held.slice(end + 2);
        }
        return noise === undefined ? { frames, rubbish } : { frames, rubbish, noise };
      },
      reset(): void {
        held = "";
      },
    };
  },
};

function frameOf(hex: string): Frame | "garbled" | "bad-check" {
  if (hex.length < 6 || hex.length % 2 !== 0 || !/^[0-9A-F]+$/i.test(hex)) return "garbled";
  const bytes = Uint8Array.from({ length: hex.length / 2 }, (_, i) =>
    parseInt(hex.slice(2 * i, 2 * i + 2), 16),
  );
  const body = bytes.subarray(0, -1);
  return lrc(body) === bytes[bytes.length - 1] ? { unit: body[0]!, pdu: body.slice(1) } : "bad-check";
}
