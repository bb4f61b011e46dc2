import { noReceipt } from "@/app/_lib/no-receipt";
import { serve } from "@/app/_lib/serve";
import { checklists } from "@/core/contract";
import { signChecklist } from "@/server/checklist";
import { findReceipt } from "@/server/restore";

export const POST = serve(checklists.signChecklist, async ({ app, person, plant, params, body }) => {
  const receipt = await findReceipt(app.db, plant.id, params.receipt);
  if (!receipt) return noReceipt(params.receipt);
  return signChecklist(app.db, person, receipt, body, app.now());
});
