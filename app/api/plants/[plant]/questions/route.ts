import { serve } from "@/app/_lib/serve";
import { questions } from "@/core/contract";
import { good } from "@/core/drive";
import { keepQuestion } from "@/server/question";

export const POST = serve(questions.keepQuestion, async ({ app, plant, person, body }) => {
  await keepQuestion(app.db, plant.id, { ...body, byName: person.name }, app.now());
  return good(undefined);
});
