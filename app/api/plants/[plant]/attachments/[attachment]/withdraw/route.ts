import { serve } from "@/app/_lib/serve";
import { files } from "@/core/contract";
import { withdraw } from "@/server/files";

export const POST = serve(files.withdrawFile, async ({ app, person, plant, params, body }) => {
  const done = await withdraw(app.db, person, plant.id, params.attachment, body.why, app.now());
  if (done.ok) app.events.publish(plant.id, { type: "ledger", tag: "" });
  return done;
});
