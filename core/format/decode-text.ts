export type Decoded =
  { ok: true; text: string; encoding: string } | { ok: false; reason: string; remedy: string };

/** Largest text file that is looked at; the data sheet of the largest drive has a tenth of it. What is larger would hold up those who are working. */
export const LARGEST_TEXT = 8 * 1024 * 1024;

/**
 * Text of a file in whatever encoding it was saved: UTF-8 with or without its mark, UTF-16 of both orders, else Latin-1, in which every byte is a character.
 * A file that is no text is said to be none.
 */
export function decodeText(bytes: Uint8Array): Decoded {
  if (bytes.length === 0)
    return {
      ok: false,
      reason: "The file is empty.",
      remedy: "Save it again where it was made, then choose it once more.",
    };
  if (bytes.length > LARGEST_TEXT)
    return {
      ok: false,
      reason: `The file has ${Math.round(bytes.length / 1024 / 1024)} MB; at most ${LARGEST_TEXT / 1024 / 1024} MB are looked at.`,
      remedy: "Take out what is no parameter, or cut it in two.",
    };
  if (bytes[0] === 0xff && bytes[1] === 0xfe)
    return { ok: true, text: new TextDecoder("utf-16le").decode(bytes.subarray(2)), encoding: "UTF-16" };
  if (bytes[0] === 0xfe && bytes[1] === 0xff)
    return { ok: true, text: new TextDecoder("utf-16be").decode(bytes.subarray(2)), encoding: "UTF-16" };
  const marked = bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf;
  const body = marked ? bytes.subarray(3) : bytes;
  if (looksBinary(body))
    return {
      ok: false,
      reason: "This is no text file.",
      remedy: "Choose the data sheet, the list or the definition itself, not a program or an archive.",
    };
  try {
    return {
      ok: true,
      text: new TextDecoder("utf-8", { fatal: true }).decode(body),
      encoding: marked ? "UTF-8 with mark" : "UTF-8",
    };
  } catch {
    return { ok: true, text: new TextDecoder("latin1").decode(body), encoding: "Latin-1" };
  }
}

/** Text has no NUL and hardly any control characters. */
function looksBinary(bytes: Uint8Array): boolean {
  const head = bytes.subarray(0, 8192);
  let odd = 0;
  for (const byte of head) {
    if (byte === 0) return true;
    if (byte < 9 || (byte > 13 && byte < 32)) odd += 1;
  }
  return odd > head.length / 50;
}
