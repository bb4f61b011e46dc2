import type { Decoded, Frame, FrameDecoder, Framing } from "../channel";

/** Modbus TCP: a seven-byte head before the PDU (Modbus Messaging on TCP/IP V1.0b, clause 3.1.3). */
export const tcpFraming: Framing = {
  matchesTransactions: true,

  encode({ transaction = 0, unit, pdu }: Frame): Uint8Array {
    const bytes = new Uint8Array(7 + pdu.length);
    const length = pdu.length + 1;
    bytes.set([transaction >> 8, transaction & 0xff, 0, 0, length >> 8, length & 0xff, unit]);
    bytes.set(pdu, 7);
    return bytes;
  },

  decoder(): FrameDecoder {
    let held = new Uint8Array(0);
    return {
      push(bytes: Uint8Array): Decoded {
        const all = new Uint8Array(held.length + bytes.length);
        all.set(held);
        all.set(bytes, held.length);
        const frames: Frame[] = [];
        let at = 0;
        let rubbish = 0;
        while (all.length - at >= 6) {
          const length = (all[at + 4]! << 8) | all[at + 5]!;
          if (all[at + 2] !== 0 || all[at + 3] !== 0 || length < 2 || length > 254) {
            // No head begins here. A stream that lost its place cannot be trusted to find it: drop what is held.
            rubbish += all.length - at;
            at = all.length;
            break;
          }
          if (all.length - at < 6 + length) break;
          frames.push({
            transaction: (all[at]! << 8) | all[at + 1]!,
            unit: all[at + 6]!,
            pdu: all.slice(at + 7, at + 6 + length),
          });
          at += 6 + length;
        }
        held = all.slice(at);
        return { frames, rubbish };
      },
      reset(): void {
        held = new Uint8Array(0);
      },
    };
  },
};
