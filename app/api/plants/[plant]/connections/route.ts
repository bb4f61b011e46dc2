import { serve } from "@/app/_lib/serve";
import { bench } from "@/core/contract";

export const POST = serve(bench.connect, ({ app, person, plant, body }) =>
  app.bench.connect(person, plant.id, body),
);
