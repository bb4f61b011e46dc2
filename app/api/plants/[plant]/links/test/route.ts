import { serve } from "@/app/_lib/serve";
import { bench } from "@/core/contract";

export const POST = serve(bench.testLink, async ({ app, plant, body }) => {
  const may = await app.practice.mayReach(plant.id, body.link);
  if (!may.ok) return may;
  await app.bench.tellDefinitions();
  return app.links.ask("knock", body);
});
