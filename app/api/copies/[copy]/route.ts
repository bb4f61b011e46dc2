import { createReadStream } from "node:fs";
import { stat } from "node:fs/promises";
import { Readable } from "node:stream";
import { serveOwn } from "@/app/_lib/serve";
import { archive } from "@/core/contract";

export const GET = serveOwn(archive.copyFile, async ({ app, params }) => {
  const path = app.copies.pathOf(params.copy);
  const found = path && (await stat(path).catch(() => undefined));
  if (!path || !found)
    return Response.json(
      { trouble: { kind: "not-found", text: "There is no such copy.", remedy: "Load the page again." } },
      { status: 404 },
    );
  return new Response(Readable.toWeb(createReadStream(path)) as ReadableStream, {
    headers: {
      "content-type": "application/zip",
      "content-length": String(found.size),
      "content-disposition": `attachment; filename="${params.copy}"`,
      "cache-control": "no-store",
    },
  });
});
