import { serve } from "@/app/_lib/serve";
import { bench } from "@/core/contract";
import { peek } from "@/server/bench";

export const POST = serve(bench.peek, async ({ app, plant, body: { link, unit, items, ...modbus } }) => {
  const may = await app.practice.mayReach(plant.id, link);
  return may.ok ? peek(app.links, link, unit, items, modbus) : may;
});
