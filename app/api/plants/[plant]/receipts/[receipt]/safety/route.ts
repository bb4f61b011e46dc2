import { serve } from "@/app/_lib/serve";
import { noReceipt } from "@/app/_lib/no-receipt";
import { restore } from "@/core/contract";
import { good } from "@/core/drive";
import { findReceipt, signOffSafety } from "@/server/restore";

export const POST = serve(restore.signOffSafety, async ({ app, person, plant, params, body }) => {
  const receipt = await findReceipt(app.db, plant.id, params.receipt);
  if (!receipt) return noReceipt(params.receipt);
  await signOffSafety(app.db, person, receipt, body, app.now());
  app.events.publish(plant.id, { type: "ledger", tag: receipt.content.tag });
  return good(undefined);
});
