import { serve } from "@/app/_lib/serve";
import { noDrive } from "@/app/_lib/no-drive";
import { drives } from "@/core/contract";
import { good } from "@/core/drive";
import { findDrive, noteOnDrive } from "@/server/drives";

export const POST = serve(drives.noteOnDrive, async ({ app, person, plant, params, body }) => {
  const row = await findDrive(app.db, plant.id, params.definition, params.serial);
  if (!row) return noDrive(params.serial);
  await noteOnDrive(app.db, person, row, body.kind, body.text, app.now());
  app.events.publish(plant.id, { type: "ledger", tag: "" });
  return good(undefined);
});
