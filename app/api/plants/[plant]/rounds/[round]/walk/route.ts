import { serve } from "@/app/_lib/serve";
import { rounds } from "@/core/contract";

export const POST = serve(rounds.walkRound, ({ app, person, plant, params, body }) =>
  app.walks.begin(person, plant.id, params.round, body.link),
);
