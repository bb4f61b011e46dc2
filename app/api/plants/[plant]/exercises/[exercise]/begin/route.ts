import { serve } from "@/app/_lib/serve";
import { exercisesIn } from "@/app/_lib/exercises-in";
import { practice } from "@/core/contract";
import { beginExercise } from "@/server/practice";

export const POST = serve(practice.beginExercise, async ({ app, plant, person, params, body }) => {
  const parts = exercisesIn(app, plant);
  return parts.ok ? beginExercise(parts.value, person, params.exercise, body.although) : parts;
});
