import { serveFile } from "@/app/_lib/serve";
import { noRecord } from "@/app/_lib/no-record";
import { sendPaper } from "@/app/_lib/send-paper";
import { papers } from "@/core/contract";
import { bad } from "@/core/drive";
import { recordAt } from "@/server/ledger";
import { recordPaper } from "@/server/paper";
import { findPosition } from "@/server/plant";

export const GET = serveFile(papers.recordPaper, async ({ app, plant, params, query: { rows = "all" } }) => {
  const [position, found] = await Promise.all([
    findPosition(app.db, plant.id, params.tag),
    recordAt(app.db, plant.id, params.tag, params.record),
  ]);
  if (!position || !found) return noRecord(params.tag, params.record);
  const definition = await app.shelf.ofRecord(app.db, found.row);
  if (!definition)
    return bad({
      kind: "no-definition",
      text: "The definition that this record was made under is not here.",
      remedy: "Import it at Families, or take the record as JSON.",
    });
  const paper = await recordPaper(app.db, position, found.row, definition, found.standing, rows);
  return sendPaper(
    app,
    plant.id,
    `${position.tag} record ${found.row.number}${rows === "all" ? "" : ` ${rows}`}`,
    paper,
  );
});
