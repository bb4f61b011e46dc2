import { serve } from "@/app/_lib/serve";
import { bench } from "@/core/contract";

export const POST = serve(bench.startSearch, ({ app, person, plant, body }) =>
  app.searches.start(person, plant.id, body),
);
