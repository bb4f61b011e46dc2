import { serve } from "@/app/_lib/serve";
import { questions } from "@/core/contract";
import { good } from "@/core/drive";
import { splitConditions } from "@/core/question";
import { answerWindow, askPlant } from "@/server/question";

export const GET = serve(
  questions.askPlant,
  async ({ app, plant, query: { ask, of = "standing", ...wanted } }) => {
    const answered = await askPlant(app, plant.id, splitConditions(ask), of);
    return answered.ok ? good(answerWindow(answered.value, wanted)) : answered;
  },
);
