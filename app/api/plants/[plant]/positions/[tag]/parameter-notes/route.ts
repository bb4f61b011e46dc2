import { serve } from "@/app/_lib/serve";
import { noPosition } from "@/app/_lib/no-position";
import { sheets } from "@/core/contract";
import { bad, good } from "@/core/drive";
import { findPosition } from "@/server/plant";
import { noteParameter, notesOfParameters } from "@/server/sheets";

export const GET = serve(sheets.parameterNotes, async ({ app, plant, params: { tag }, query }) => {
  const position = await findPosition(app.db, plant.id, tag);
  if (!position) return noPosition(tag);
  return good(await notesOfParameters(app.db, position.id, query.definition));
});

export const POST = serve(sheets.noteParameter, async ({ app, person, plant, params: { tag }, body }) => {
  const position = await findPosition(app.db, plant.id, tag);
  if (!position) return noPosition(tag);
  const definition = app.shelf.find(body.definition);
  if (!definition)
    return bad({
      kind: "not-found",
      text: "There is no such family here.",
      remedy: "Open it from the page Families.",
    });
  const noted = await noteParameter(app.db, person, position, { ...body, definition }, app.now());
  if (noted.ok) app.events.publish(plant.id, { type: "ledger", tag: position.tag });
  return noted;
});
