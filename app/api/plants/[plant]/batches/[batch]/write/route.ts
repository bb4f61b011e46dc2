import { serve } from "@/app/_lib/serve";
import { batches } from "@/core/contract";

export const POST = serve(batches.writeBatch, ({ app, person, plant, params, body }) =>
  app.batches.write(person, plant.id, params.batch, body),
);
