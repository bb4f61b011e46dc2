import { serve } from "@/app/_lib/serve";
import { positions } from "@/core/contract";
import { good } from "@/core/drive";
import { writeJournal } from "@/server/journal";
import { orderAreas } from "@/server/plant";

export const POST = serve(positions.orderAreas, async ({ app, person, plant, body }) => {
  await orderAreas(app.db, plant.id, body.names);
  await writeJournal(app.db, {
    at: app.now(),
    plantId: plant.id,
    by: person.id,
    byName: person.name,
    kind: "position",
    text: `Put the areas in this order: ${body.names.join(", ")}.`,
  });
  app.events.publish(plant.id, { type: "ledger", tag: "" });
  return good(undefined);
});
