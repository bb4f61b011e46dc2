import { sendPaper } from "@/app/_lib/send-paper";
import { serveFile } from "@/app/_lib/serve";
import { papers } from "@/core/contract";
import { bad } from "@/core/drive";
import { receiptPaper } from "@/server/paper";
import { findReceipt, signOffsOf } from "@/server/restore";

export const GET = serveFile(papers.receiptPaper, async ({ app, plant, params: { receipt: id } }) => {
  const found = await findReceipt(app.db, plant.id, id);
  if (!found)
    return bad({
      kind: "not-found",
      text: `There is no receipt ${id} in this plant.`,
      remedy: "Look in the journal for its number.",
    });
  const { content } = found;
  const definition = await app.shelf.ofRecord(app.db, {
    definitionId: content.definitionId,
    definitionVersion: content.definitionVersion,
    firmware: content.drive.firmware,
    facts: content.drive,
  });
  const paper = receiptPaper(id, content, definition, await signOffsOf(app.db, id));
  return sendPaper(app, plant.id, `${content.tag} receipt ${id}`, paper);
});
