import { serveOwn } from "@/app/_lib/serve";
import { files } from "@/core/contract";
import { attachmentOf, readFile } from "@/server/files";

/** What a browser may draw by itself; everything else is only handed over. */
const SHOWN = new Set(["image/png", "image/jpeg", "image/gif", "image/webp", "application/pdf"]);

export const GET = serveOwn(files.fileContent, async ({ app, plant, params, query }) => {
  const found = await attachmentOf(app.db, plant.id, params.attachment);
  if (!found) return Response.json({ trouble: NO_FILE }, { status: 404 });
  const show = query.show === true && SHOWN.has(found.type);
  // A picture is drawn in a sandbox; a PDF is drawn by the browser's own reader, which needs none of this page's rights either.
  const policy =
    found.type === "application/pdf"
      ? "default-src 'none'; object-src 'self'; style-src 'unsafe-inline'"
      : "default-src 'none'; sandbox";
  return new Response(await readFile(app.db, found.hash), {
    headers: {
      "content-type": show ? found.type : "application/octet-stream",
      "content-length": String(found.size),
      "content-disposition": `${show ? "inline" : "attachment"}; filename="${found.name.replace(/[^\w.-]/g, "_")}"; filename*=UTF-8''${encodeURIComponent(found.name)}`,
      "content-security-policy": policy,
      "x-content-type-options": "nosniff",
      "cache-control": "private, max-age=3600",
    },
  });
});

const NO_FILE = { kind: "not-found", text: "There is no such file.", remedy: "Load the page again." };
