import { serve } from "@/app/_lib/serve";
import { sheets } from "@/core/contract";
import { good } from "@/core/drive";
import { elsewhere } from "@/server/sheets";

export const GET = serve(
  sheets.showElsewhere,
  async ({ app, plant, params: { definition }, query: { code, ...wanted } }) =>
    good(await elsewhere(app.db, app.shelf, await app.overviews.records(plant.id), definition, code, wanted)),
);
