import { serve } from "@/app/_lib/serve";
import { noRecord } from "@/app/_lib/no-record";
import { sheets } from "@/core/contract";
import { good } from "@/core/drive";
import { recordAt } from "@/server/ledger";
import { changedCodes } from "@/server/sheets";

export const GET = serve(sheets.changedSince, async ({ app, plant, params, query }) => {
  const [now, then] = await Promise.all([
    recordAt(app.db, plant.id, params.tag, params.record),
    recordAt(app.db, plant.id, params.tag, query.since),
  ]);
  if (!now) return noRecord(params.tag, params.record);
  if (!then) return noRecord(params.tag, query.since);
  return good({ codes: await changedCodes(app.db, app.shelf, now.row, then.row) });
});
