import { serve } from "@/app/_lib/serve";
import { questions } from "@/core/contract";
import { good } from "@/core/drive";
import { forgetQuestion } from "@/server/question";

export const POST = serve(questions.forgetQuestion, async ({ app, plant, body: { name } }) => {
  await forgetQuestion(app.db, plant.id, name);
  return good(undefined);
});
