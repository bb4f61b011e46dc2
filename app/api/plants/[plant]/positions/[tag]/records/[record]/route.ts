import { serve } from "@/app/_lib/serve";
import { noPosition } from "@/app/_lib/no-position";
import { noRecord } from "@/app/_lib/no-record";
import { recordHead } from "@/app/_lib/record-head";
import { door } from "@/core/contract";
import { good } from "@/core/drive";
import { valuesByCode } from "@/core/set";
import { formatValue } from "@/core/value";
import { labelsOf, loadSet, recordByNumber, standingOf } from "@/server/ledger";
import { findPosition } from "@/server/plant";

export const GET = serve(door.recordValues, async ({ app, plant, params }) => {
  const position = await findPosition(app.db, plant.id, params.tag);
  if (!position) return noPosition(params.tag);
  const row = await recordByNumber(app.db, position.id, params.record);
  if (!row) return noRecord(params.tag, params.record);
  const [set, standing, labels, definition] = await Promise.all([
    loadSet(app.db, row),
    standingOf(app.db, position.id),
    labelsOf(app.db, [row.id]),
    app.shelf.ofRecord(app.db, row),
  ]);
  const values = [...valuesByCode(set)].map(([code, raw]) => {
    const parameter = definition?.byCode.get(code);
    const shown = parameter && formatValue(parameter, raw);
    return {
      code,
      name: parameter?.name ?? code,
      group: parameter?.group ?? "",
      raw,
      text: shown?.text ?? String(raw),
      unit: parameter?.unit,
    };
  });
  return good({ record: recordHead(row, standing?.recordId, labels.get(row.id) ?? []), values });
});
