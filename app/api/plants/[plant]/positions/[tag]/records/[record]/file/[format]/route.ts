import { serveFile } from "@/app/_lib/serve";
import { FILE_TYPES } from "@/app/_lib/file-types";
import { noPosition } from "@/app/_lib/no-position";
import { noRecord } from "@/app/_lib/no-record";
import { oldFiles } from "@/core/contract";
import { good } from "@/core/drive";
import { plainFileName } from "@/core/format";
import { loadSet, recordByNumber } from "@/server/ledger";
import { recordFile } from "@/server/old-files";
import { findPosition } from "@/server/plant";

export const GET = serveFile(oldFiles.recordFile, async ({ app, plant, params, query }) => {
  const position = await findPosition(app.db, plant.id, params.tag);
  if (!position) return noPosition(params.tag);
  const row = await recordByNumber(app.db, position.id, params.record);
  if (!row) return noRecord(params.tag, params.record);
  const [set, definition] = await Promise.all([loadSet(app.db, row), app.shelf.ofRecord(app.db, row)]);
  const { format } = params;
  const made = await recordFile(position.tag, row, set, definition, format, query.device ?? 0);
  if (!made.ok) return made;
  return good({
    name: plainFileName(`${position.tag} record ${row.number}.${format}`),
    type: FILE_TYPES[format],
    content: typeof made.value === "string" ? made.value : Buffer.from(made.value),
  });
});
