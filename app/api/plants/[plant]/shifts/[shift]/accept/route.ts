import { serve } from "@/app/_lib/serve";
import { shifts } from "@/core/contract";
import { acceptShift } from "@/server/shift";

export const POST = serve(shifts.acceptShift, async ({ app, person, plant, params }) => {
  const done = await acceptShift(app.db, person, plant.id, params.shift, app.now());
  if (done.ok) app.events.publish(plant.id, { type: "ledger", tag: "" });
  return done;
});
