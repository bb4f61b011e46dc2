import { serve } from "@/app/_lib/serve";
import { definitionOf } from "@/app/_lib/definition-of";
import { noReceipt } from "@/app/_lib/no-receipt";
import { checklists } from "@/core/contract";
import { closingLines } from "@/core/restore";
import { signChecklist } from "@/server/checklist";
import { findReceipt } from "@/server/restore";

export const POST = serve(checklists.signChecklist, async ({ app, person, plant, params, body }) => {
  const receipt = await findReceipt(app.db, plant.id, params.receipt);
  if (!receipt) return noReceipt(params.receipt);
  const definition = await definitionOf(app, receipt.content);
  const closing = closingLines(receipt.content, definition);
  const signed = await signChecklist(app.db, person, receipt, body, app.now(), closing);
  if (signed.ok) app.events.publish(plant.id, { type: "ledger", tag: "" });
  return signed;
});
