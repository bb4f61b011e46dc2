import { serve } from "@/app/_lib/serve";
import { noPosition } from "@/app/_lib/no-position";
import { noRecord } from "@/app/_lib/no-record";
import { ledger } from "@/core/contract";
import { good } from "@/core/drive";
import { recordByNumber, setLabel } from "@/server/ledger";
import { findPosition } from "@/server/plant";

export const POST = serve(ledger.setLabel, async ({ app, person, plant, params, body }) => {
  const position = await findPosition(app.db, plant.id, params.tag);
  if (!position) return noPosition(params.tag);
  const row = await recordByNumber(app.db, position.id, body.record);
  if (!row) return noRecord(params.tag, body.record);
  await setLabel(app.db, person, row.id, body.label, body.on, app.now());
  app.events.publish(plant.id, { type: "ledger", tag: position.tag });
  return good(undefined);
});
