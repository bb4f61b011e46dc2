import { fileTypeFromBuffer } from "file-type";

/** What the first bytes of a file say it is, as a media type; "text/plain" for readable text, "application/octet-stream" for what nobody knows. */
export async function typeOfContent(bytes: Uint8Array): Promise<string> {
  const found = await fileTypeFromBuffer(bytes);
  if (found) return found.mime;
  return isText(bytes) ? "text/plain" : "application/octet-stream";
}

function isText(bytes: Uint8Array): boolean {
  if (bytes.includes(0)) return false;
  try {
    // The last character may be cut in two.
    new TextDecoder("utf-8", { fatal: true }).decode(bytes.subarray(0, Math.max(0, bytes.length - 3)));
    return true;
  } catch {
    return false;
  }
}
