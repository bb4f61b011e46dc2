import { serve } from "@/app/_lib/serve";
import { noPosition } from "@/app/_lib/no-position";
import { noRecord } from "@/app/_lib/no-record";
import { restore } from "@/core/contract";
import { recordByNumber } from "@/server/ledger";
import { findPosition } from "@/server/plant";

export const POST = serve(restore.startRestore, async ({ app, person, plant, body }) => {
  const position = await findPosition(app.db, plant.id, body.tag);
  if (!position) return noPosition(body.tag);
  const row = await recordByNumber(app.db, position.id, body.record);
  if (!row) return noRecord(body.tag, body.record);
  return app.restores.start(person, plant.id, {
    positionId: position.id,
    recordId: row.id,
    connectionId: body.connection,
    although: body.although,
    spare: body.spare,
    axis: body.axis,
  });
});
