import { serve } from "@/app/_lib/serve";
import { noPosition } from "@/app/_lib/no-position";
import { noRecord } from "@/app/_lib/no-record";
import { ledger } from "@/core/contract";
import { bad, good } from "@/core/drive";
import { raiseStanding, recordByNumber, whatIsMissing } from "@/server/ledger";
import { findPosition } from "@/server/plant";

export const POST = serve(ledger.raiseStanding, async ({ app, person, plant, params, body }) => {
  const position = await findPosition(app.db, plant.id, params.tag);
  if (!position) return noPosition(params.tag);
  const row = await recordByNumber(app.db, position.id, body.record);
  if (!row) return noRecord(params.tag, body.record);
  const missing = body.although ? undefined : whatIsMissing(row);
  if (missing) return bad(missing);
  await raiseStanding(app.db, person, position, row.id, body.text.trim(), app.now());
  app.events.publish(plant.id, { type: "ledger", tag: position.tag });
  return good(undefined);
});
