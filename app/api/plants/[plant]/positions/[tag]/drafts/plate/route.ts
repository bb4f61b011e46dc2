import { serve } from "@/app/_lib/serve";
import { noPosition } from "@/app/_lib/no-position";
import { drafts } from "@/core/contract";
import { bad, good } from "@/core/drive";
import { beginDraft, plateOf, whyRetired } from "@/server/drafts";
import { findPosition } from "@/server/plant";

export const POST = serve(drafts.beginFromPlate, async ({ app, person, plant, params, body }) => {
  const position = await findPosition(app.db, plant.id, params.tag);
  if (!position) return noPosition(params.tag);
  const refused = whyRetired(position);
  if (refused) return refused;
  const definition = app.shelf.find(body.plate.definition);
  if (!definition)
    return bad({
      kind: "not-found",
      text: "There is no such family here.",
      remedy: "Choose another one, or import its definition first.",
    });
  const plate = plateOf(definition, body.plate);
  if (!plate.ok) return plate;
  const id = await beginDraft(app.db, person, position, { plate: plate.value }, body.title.trim(), app.now());
  app.events.publish(plant.id, { type: "ledger", tag: position.tag });
  return good({ id });
});
