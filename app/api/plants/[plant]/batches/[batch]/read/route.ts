import { serve } from "@/app/_lib/serve";
import { batches } from "@/core/contract";

export const POST = serve(batches.readBatch, ({ app, person, plant, params }) =>
  app.batches.read(person, plant.id, params.batch),
);
