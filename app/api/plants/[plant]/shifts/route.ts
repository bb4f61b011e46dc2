import { serve } from "@/app/_lib/serve";
import { shifts } from "@/core/contract";
import { good } from "@/core/drive";
import { handOver, openItems } from "@/server/shift";

export const POST = serve(shifts.handOver, async ({ app, person, plant, body }) => {
  const open = await openItems(app.db, app.overviews, plant.id);
  await handOver(app.db, person, plant.id, body.text.trim(), open, app.now());
  app.events.publish(plant.id, { type: "ledger", tag: "" });
  return good(undefined);
});
