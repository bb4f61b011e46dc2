import { serve } from "@/app/_lib/serve";
import { rounds } from "@/core/contract";

export const POST = serve(rounds.runRound, ({ app, person, plant, params }) =>
  app.rounds.run(person, plant.id, params.round),
);
