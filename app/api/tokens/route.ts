import { serve } from "@/app/_lib/serve";
import { door } from "@/core/contract";
import { bad, good } from "@/core/drive";
import { makeToken } from "@/server/people";
import { findPlant } from "@/server/plant";

export const POST = serve(door.makeToken, async ({ app, person, body }) => {
  const plant = await findPlant(app.db, body.plant);
  if (!plant)
    return bad({
      kind: "bad-request",
      text: `There is no plant ${body.plant}.`,
      remedy: "Choose among the plants.",
    });
  const { name, role, days } = body;
  return good({ token: await makeToken(app.db, person, { name, role, days, plantId: plant.id }, app.now()) });
});
