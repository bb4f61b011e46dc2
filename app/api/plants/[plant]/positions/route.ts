import { serve } from "@/app/_lib/serve";
import { ledger, positions } from "@/core/contract";
import { good } from "@/core/drive";
import { createPosition } from "@/server/plant";

export const GET = serve(ledger.listPositions, async ({ app, plant, query }) => {
  const { from = 0, count = 100, ...wanted } = query;
  return good(await app.overviews.window(plant.id, wanted, from, count));
});

export const POST = serve(positions.createPosition, async ({ app, person, plant, body }) => {
  const words = { ...body, criticality: body.criticality ?? null, address: body.address ?? null };
  const made = await createPosition(app.db, person, plant.id, words, app.now());
  if (!made.ok) return made;
  app.events.publish(plant.id, { type: "ledger", tag: made.value.tag });
  return good({ tag: made.value.tag });
});
