import { serve } from "@/app/_lib/serve";
import { ledger } from "@/core/contract";
import { good } from "@/core/drive";

export const GET = serve(ledger.listInventory, async ({ app, plant, query }) => {
  const { from = 0, count = 100, ...wanted } = query;
  return good(await app.overviews.inventory(plant.id, wanted, from, count));
});
