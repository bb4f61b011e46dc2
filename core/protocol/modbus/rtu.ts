import type { Decoded, Frame, FrameDecoder, Framing } from "../channel";

/** CRC-16 of Modbus over Serial Line V1.02, clause 6.2.2: polynomial A001 (reflected), start FFFF. */
export function crc16(bytes: Uint8Array): number {
  let crc = 0xffff;
  for (const byte of bytes) {
    crc ^= byte;
    for (let i = 0; i < 8; i++) crc = crc & 1 ? (crc >> 1) ^ 0xa001 : crc >> 1;
  }
  return crc;
}

/**
 * Modbus RTU: unit, PDU, CRC with the low byte first. The length of a frame follows from its function, so that frames are
 * found without relying on silent gaps, which operating systems and adapters blur. Bytes that begin no valid frame are skipped one by one.
 */
export const rtuFraming: Framing = {
  matchesTransactions: false,

  encode({ unit, pdu }: Frame): Uint8Array {
    const bytes = new Uint8Array(pdu.length + 3);
    bytes[0] = unit;
    bytes.set(pdu, 1);
    const crc = crc16(bytes.subarray(0, pdu.length + 1));
    bytes[pdu.length + 1] = crc & 0xff;
    bytes[pdu.length + 2] = crc >> 8;
    return bytes;
  },

  decoder(side): FrameDecoder {
    const lengthOf = side === "answers" ? answerPduLength : questionPduLength;
    let held: Uint8Array = new Uint8Array();
    return {
      push(bytes: Uint8Array): Decoded {
        const all = new Uint8Array(held.length + bytes.length);
        all.set(held);
        all.set(bytes, held.length);
        const frames: Frame[] = [];
        let rubbish = 0;
        let seen = false;
        let at = 0;
        while (all.length - at >= 4) {
          const rest = all.subarray(at, at + LONGEST);
          const length = lengthOf(rest);
          if (length === undefined) break;
          if (length > 0 && rest.length < length + 3) break;
          const sum = length > 0 ? crc16(rest.subarray(0, length + 1)) : -1;
          if (sum >= 0 && rest[length + 1] === (sum & 0xff) && rest[length + 2] === sum >> 8) {
            frames.push({ unit: rest[0]!, pdu: rest.slice(1, length + 1) });
            at += length + 3;
          } else {
            seen ||= length > 0;
            at += 1;
            rubbish += 1;
          }
        }
        held = all.slice(at);
        return rubbish > 0 ? { frames, rubbish, noise: seen ? "bad-check" : "garbled" } : { frames, rubbish };
      },
      reset(): void {
        held = new Uint8Array();
      },
    };
  },
};

/** Longest frame: address, 253 bytes of PDU, two check bytes (Modbus over Serial Line V1.02, clause 2.3). */
const LONGEST = 256;

/** The functions we ask, with the bit that says "refused" (V1.1b3, clause 7). Any other byte there is noise. */
const EXCEPTIONS: ReadonlySet<number> = new Set([0x83, 0x84, 0x86, 0x90, 0x94, 0x95]);

/** PDU length of the answer that begins here; 0 when none can, undefined while too little is there to tell. */
function answerPduLength(held: Uint8Array): number | undefined {
  const code = held[1]!;
  if (EXCEPTIONS.has(code)) return 2;
  if (code === 3 || code === 4) return held[2]! % 2 === 0 && held[2]! <= 250 ? 2 + held[2]! : 0;
  if (code === 20) return held[2]! % 2 === 0 && held[2]! >= 4 && held[2]! <= 0xf5 ? 2 + held[2]! : 0;
  if (code === 21) return held[2]! % 2 === 1 && held[2]! >= 9 && held[2]! <= 0xfb ? 2 + held[2]! : 0;
  return code === 6 || code === 16 ? 5 : 0;
}

/** As long as it is by its function; of a function that is not asked here, as long as its check bytes say, so that it can be refused (V1.1b3, clause 7, code 1). */
function questionPduLength(held: Uint8Array): number | undefined {
  const code = held[1]!;
  if (code === 3 || code === 4 || code === 6) return 5;
  if (code === 16) return held.length < 7 ? undefined : 6 + held[6]!;
  if (code === 20 || code === 21) return 2 + held[2]!;
  if (code === 0 || code >= 0x80) return 0;
  for (let length = 1; length + 3 <= held.length; length++) {
    const sum = crc16(held.subarray(0, length + 1));
    if (held[length + 1] === (sum & 0xff) && held[length + 2] === sum >> 8) return length;
  }
  return 0;
}
