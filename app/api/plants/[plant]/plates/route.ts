import { serve } from "@/app/_lib/serve";
import { drafts } from "@/core/contract";
import { good } from "@/core/drive";
import { plateChoices, storedPlates } from "@/server/drafts";

export const GET = serve(drafts.plateChoices, async ({ app, plant }) =>
  good({
    families: app.shelf.all.map(plateChoices),
    stored: await storedPlates(app.db, app.shelf, plant.id),
  }),
);
