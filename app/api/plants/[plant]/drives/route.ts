import { serve } from "@/app/_lib/serve";
import { drives } from "@/core/contract";
import { bad } from "@/core/drive";
import { addDrive } from "@/server/drives";

export const POST = serve(drives.addDrive, async ({ app, person, plant, body }) => {
  const { definition, serial, rating, firmware, place } = body;
  const family = app.shelf.find(definition);
  if (!family || (rating !== undefined && !family.ratings.has(rating)))
    return bad({
      kind: "bad-request",
      text: family ? `${family.title} has no rating ${rating}.` : `No family ${definition} is here.`,
      remedy: "Choose among those that are here, or import the definition.",
    });
  const given = { definitionId: definition, serial: serial.trim(), rating, firmware, place };
  const done = await addDrive(app.db, person, plant.id, given, app.now());
  if (done.ok) app.events.publish(plant.id, { type: "ledger", tag: "" });
  return done;
});
