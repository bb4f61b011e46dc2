import type { Application } from "@/server/application";
import { bundleOf } from "@/server/plain";
import { dayOf } from "@/server/when";

/** Plants as a bundle, sent as it is made. */
export function bundleFile(app: Application, plantIds: readonly number[], name: string): Response {
  const at = app.now();
  return new Response(bundleOf(app.db, plantIds, at), {
    headers: {
      "content-type": "application/zip",
      "content-disposition": `attachment; filename="${name}-${dayOf(at)}.zip"`,
      "cache-control": "no-store",
    },
  });
}
