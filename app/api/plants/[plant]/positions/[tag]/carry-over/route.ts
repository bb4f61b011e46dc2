import { serve } from "@/app/_lib/serve";
import { noPosition } from "@/app/_lib/no-position";
import { carry } from "@/core/contract";
import { good } from "@/core/drive";
import { beginCarried, carryView, lookAtCarry } from "@/server/carry-over";
import { findPosition } from "@/server/plant";

export const GET = serve(carry.lookAtCarryOver, async ({ app, plant, params, query }) => {
  const { record, ...to } = query;
  const looked = await lookAtCarry(app, plant.id, params.tag, record, to);
  return looked.ok ? good(carryView(looked.value)) : looked;
});

export const POST = serve(carry.beginCarried, async ({ app, person, plant, params, body }) => {
  const position = await findPosition(app.db, plant.id, params.tag);
  if (!position) return noPosition(params.tag);
  return beginCarried(app, person, position, body);
});
