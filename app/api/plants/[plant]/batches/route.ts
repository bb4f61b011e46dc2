import { serve } from "@/app/_lib/serve";
import { batches } from "@/core/contract";
import { good } from "@/core/drive";

export const POST = serve(batches.beginBatch, async ({ app, person, plant, body }) => {
  const begun = await app.batches.begin(person, plant.id, body);
  return begun.ok ? good({ id: begun.value }) : begun;
});
