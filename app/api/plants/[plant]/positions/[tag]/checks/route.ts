import { serve } from "@/app/_lib/serve";
import { noPosition } from "@/app/_lib/no-position";
import { checklists } from "@/core/contract";
import { good } from "@/core/drive";
import { checklistsOf, keepChecklists } from "@/server/checklist";
import { findPosition } from "@/server/plant";

export const GET = serve(checklists.showChecklists, async ({ app, plant, params }) => {
  const position = await findPosition(app.db, plant.id, params.tag);
  return position ? good(await checklistsOf(app.db, position.id)) : noPosition(params.tag);
});

export const POST = serve(checklists.keepChecklists, async ({ app, person, plant, params, body }) => {
  const position = await findPosition(app.db, plant.id, params.tag);
  if (!position) return noPosition(params.tag);
  return keepChecklists(app.db, person, position, body, app.now());
});
