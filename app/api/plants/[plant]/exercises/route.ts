import { serve } from "@/app/_lib/serve";
import { exercisesIn } from "@/app/_lib/exercises-in";
import { practice } from "@/core/contract";
import { exerciseViews } from "@/server/practice";

export const GET = serve(practice.listExercises, async ({ app, plant }) => {
  const parts = exercisesIn(app, plant);
  return parts.ok ? exerciseViews(parts.value) : parts;
});
