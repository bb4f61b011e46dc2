import { serve } from "@/app/_lib/serve";
import { exercisesIn } from "@/app/_lib/exercises-in";
import { practice } from "@/core/contract";
import { doInExercise } from "@/server/practice";

export const POST = serve(practice.doInExercise, async ({ app, plant, params, body }) => {
  const parts = exercisesIn(app, plant);
  return parts.ok ? doInExercise(parts.value, params.exercise, body.act, body.answer) : parts;
});
