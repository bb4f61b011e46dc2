import { serve } from "@/app/_lib/serve";
import { noPosition } from "@/app/_lib/no-position";
import { rehearsals } from "@/core/contract";
import { good } from "@/core/drive";
import { findPosition } from "@/server/plant";
import { makeRehearsal } from "@/server/rehearsal";

export const POST = serve(rehearsals.rehearse, async ({ app, person, plant, params, body }) => {
  const position = await findPosition(app.db, plant.id, params.tag);
  if (!position) return noPosition(params.tag);
  const made = await makeRehearsal(app, person, plant.id, position, body, app.now());
  return made.ok ? good({ id: made.value }) : made;
});
