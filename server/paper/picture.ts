/** What a picture is, by its own first bytes; or why it cannot be printed. */
export type Picture =
  { ok: true; type: "image/png" | "image/jpeg"; width: number; height: number } | { ok: false; why: string };

const MOST = 2000;
const PNG = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a];
const IHDR = 16;

/** Looks at a picture's head: PNG (ISO/IEC 15948, clause 11.2.2) or JPEG (ITU-T T.81, B.2.2), and its size in points. Its points are not unpacked. */
export function pictureOf(bytes: Uint8Array): Picture {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (PNG.every((each, i) => bytes[i] === each) && bytes.length > IHDR + 8)
    return sized("image/png", view.getUint32(IHDR), view.getUint32(IHDR + 4));
  if (bytes[0] === 0xff && bytes[1] === 0xd8) {
    const frame = jpegFrame(view);
    return frame
      ? sized("image/jpeg", frame.width, frame.height)
      : { ok: false, why: "This JPEG ends before it says how large it is." };
  }
  return { ok: false, why: "This is neither a PNG nor a JPEG." };
}

function sized(type: "image/png" | "image/jpeg", width: number, height: number): Picture {
  if (width === 0 || height === 0) return { ok: false, why: "This picture has no points." };
  return width > MOST || height > MOST
    ? { ok: false, why: `This picture has ${width} by ${height} points.` }
    : { ok: true, type, width, height };
}

/** The start of frame of a JPEG: the markers before it are stepped over. */
function jpegFrame(view: DataView): { width: number; height: number } | undefined {
  for (let at = 2; at + 9 < view.byteLength;) {
    if (view.getUint8(at) !== 0xff) return undefined;
    const marker = view.getUint8(at + 1);
    // SOF0 to SOF15, without DHT, JPG and DAC that lie between them.
    if (marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker))
      return { height: view.getUint16(at + 5), width: view.getUint16(at + 7) };
    const length = view.getUint16(at + 2);
    if (length < 2) return undefined;
    at += 2 + length;
  }
  return undefined;
}
