import { serve } from "@/app/_lib/serve";
import { positions } from "@/core/contract";
import { good } from "@/core/drive";
import { setThresholds } from "@/server/plant";

export const POST = serve(positions.setThresholds, async ({ app, person, plant, body }) => {
  await setThresholds(app.db, person, plant.id, body, app.now());
  app.events.publish(plant.id, { type: "ledger", tag: "" });
  return good(undefined);
});
