import { serve } from "@/app/_lib/serve";
import { archive } from "@/core/contract";
import { takeUpload } from "@/server/plain";

export const POST = serve(archive.takeBundle, async ({ app, person, request }) => {
  const taken = await takeUpload(app.db, person, request.body, app.now());
  if (!taken.ok) return taken;
  await app.shelf.loadKept(app.db);
  for (const each of taken.value.plantIds) app.events.publish(each, { type: "ledger", tag: "" });
  const { plants, added, contradictions } = taken.value;
  return { ok: true as const, value: { plants, added, contradictions } };
});
