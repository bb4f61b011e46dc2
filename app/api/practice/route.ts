import { serve } from "@/app/_lib/serve";
import { practice } from "@/core/contract";
import { good } from "@/core/drive";
import { makePracticePlant } from "@/server/practice";

export const POST = serve(practice.makePractice, async ({ app, person }) => {
  const made = await makePracticePlant(app.db, app.practice.plan, person, app.now());
  return made.ok ? good({ slug: made.value.slug }) : made;
});
