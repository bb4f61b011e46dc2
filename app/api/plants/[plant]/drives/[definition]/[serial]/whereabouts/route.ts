import { serve } from "@/app/_lib/serve";
import { noDrive } from "@/app/_lib/no-drive";
import { drives } from "@/core/contract";
import { findDrive, moveDrive } from "@/server/drives";

export const POST = serve(drives.moveDrive, async ({ app, person, plant, params, body }) => {
  const row = await findDrive(app.db, plant.id, params.definition, params.serial);
  if (!row) return noDrive(params.serial);
  const done = await moveDrive(app.db, person, row.id, body.to, body.place, body.why, app.now());
  if (done.ok) app.events.publish(plant.id, { type: "ledger", tag: "" });
  return done;
});
