import { serve } from "@/app/_lib/serve";
import { questions } from "@/core/contract";
import { askPlant, conditionsIn } from "@/server/question";

export const GET = serve(questions.askPlant, async ({ app, plant, query: { ask, of = "standing" } }) =>
  askPlant(app, plant.id, conditionsIn(ask), of),
);
