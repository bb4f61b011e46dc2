import { serve } from "@/app/_lib/serve";
import { batches } from "@/core/contract";
import { bad, good } from "@/core/drive";

export const GET = serve(batches.showBatch, async ({ app, plant, params }) => {
  const view = await app.batches.view(plant.id, params.batch);
  if (view) return good(view);
  return bad({
    kind: "not-found",
    text: `There is no batch ${params.batch} in this plant.`,
    remedy: "Look at the list of them.",
  });
});
