import { serve } from "@/app/_lib/serve";
import { noPosition } from "@/app/_lib/no-position";
import { positions } from "@/core/contract";
import { findPosition, retirePosition } from "@/server/plant";

export const POST = serve(positions.retirePosition, async ({ app, person, plant, params, body }) => {
  const position = await findPosition(app.db, plant.id, params.tag);
  if (!position) return noPosition(params.tag);
  const done = await retirePosition(app.db, person, plant.id, position.id, body.why, app.now());
  if (!done.ok) return done;
  await app.bench.positionChanged(position.id);
  app.events.publish(plant.id, { type: "ledger", tag: position.tag });
  return done;
});
