/** The bytes of a request, at most `most` of them. More are turned away before they are held. */
export async function readBody(request: Request, most: number): Promise<Uint8Array | "too-large"> {
  if (Number(request.headers.get("content-length") ?? 0) > most) return "too-large";
  const chunks: Uint8Array[] = [];
  let size = 0;
  const reader = request.body?.getReader();
  for (let part = await reader?.read(); part && !part.done; part = await reader!.read()) {
    size += part.value.length;
    if (size > most) {
      await reader!.cancel();
      return "too-large";
    }
    chunks.push(part.value);
  }
  return new Uint8Array(Buffer.concat(chunks));
}
