import { serve } from "@/app/_lib/serve";
import { noPosition } from "@/app/_lib/no-position";
import { recordHead } from "@/app/_lib/record-head";
import { door } from "@/core/contract";
import { good } from "@/core/drive";
import { labelsOf, listRecords, standingOf } from "@/server/ledger";
import { findPosition } from "@/server/plant";

export const GET = serve(door.listRecords, async ({ app, plant, params }) => {
  const position = await findPosition(app.db, plant.id, params.tag);
  if (!position) return noPosition(params.tag);
  const [rows, standing] = await Promise.all([
    listRecords(app.db, position.id),
    standingOf(app.db, position.id),
  ]);
  const labels = await labelsOf(
    app.db,
    rows.map((each) => each.id),
  );
  return good(rows.map((each) => recordHead(each, standing?.recordId, labels.get(each.id) ?? [])));
});
