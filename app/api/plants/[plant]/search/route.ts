import { serve } from "@/app/_lib/serve";
import { ledger } from "@/core/contract";
import { good } from "@/core/drive";
import { searchEverything } from "@/server/plant";

export const GET = serve(ledger.searchPlant, async ({ app, plant, query }) =>
  good(await searchEverything(app.db, app.shelf, app.overviews, plant.id, query.q)),
);
