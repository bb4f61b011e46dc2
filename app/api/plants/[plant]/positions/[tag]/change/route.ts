import { serve } from "@/app/_lib/serve";
import { noPosition } from "@/app/_lib/no-position";
import { positions } from "@/core/contract";
import { changePosition, findPosition } from "@/server/plant";

export const POST = serve(positions.changePosition, async ({ app, person, plant, params, body }) => {
  const position = await findPosition(app.db, plant.id, params.tag);
  if (!position) return noPosition(params.tag);
  const { criticality = null, address = null } = body.words;
  const words = { ...body.words, criticality, address };
  const done = await changePosition(app.db, person, plant.id, position.id, body.revision, words, app.now());
  if (!done.ok) return done;
  await app.bench.positionChanged(position.id);
  app.events.publish(plant.id, { type: "ledger", tag: position.tag });
  return done;
});
