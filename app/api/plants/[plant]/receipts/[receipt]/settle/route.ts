import { serve } from "@/app/_lib/serve";
import { noReceipt } from "@/app/_lib/no-receipt";
import { restore } from "@/core/contract";
import { findReceipt, settle } from "@/server/restore";

export const POST = serve(restore.settleReceipt, async ({ app, person, plant, params }) => {
  const receipt = await findReceipt(app.db, plant.id, params.receipt);
  if (!receipt) return noReceipt(params.receipt);
  const settled = await settle(app, person, receipt, app.now());
  if (settled.ok) app.events.publish(plant.id, { type: "ledger", tag: "" });
  return settled;
});
