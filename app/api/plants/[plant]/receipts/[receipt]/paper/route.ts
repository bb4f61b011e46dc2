import { serveFile } from "@/app/_lib/serve";
import { definitionOf } from "@/app/_lib/definition-of";
import { noReceipt } from "@/app/_lib/no-receipt";
import { sendPaper } from "@/app/_lib/send-paper";
import { papers } from "@/core/contract";
import { signedOf } from "@/server/checklist";
import { receiptPaper } from "@/server/paper";
import { findReceipt, outsideAfter, signOffsOf } from "@/server/restore";

export const GET = serveFile(papers.receiptPaper, async ({ app, plant, params: { receipt: id } }) => {
  const found = await findReceipt(app.db, plant.id, id);
  if (!found) return noReceipt(id);
  const { content } = found;
  const definition = await definitionOf(app, content);
  const paper = receiptPaper(
    id,
    content,
    definition,
    await signOffsOf(app.db, id),
    await signedOf(app.db, id),
    await outsideAfter(app, found),
  );
  return sendPaper(app, plant.id, `${content.tag} receipt ${id}`, paper);
});
