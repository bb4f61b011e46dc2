import { serve } from "@/app/_lib/serve";
import { batches } from "@/core/contract";
import { bad, good } from "@/core/drive";

export const POST = serve(batches.stopBatch, async ({ app, plant, params }) => {
  if (!(await app.batches.view(plant.id, params.batch)))
    return bad({ kind: "not-found", text: "There is no such batch here.", remedy: "Look at the list." });
  app.batches.stop(params.batch);
  return good(undefined);
});
