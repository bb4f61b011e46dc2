import { serve } from "@/app/_lib/serve";
import { noReceipt } from "@/app/_lib/no-receipt";
import { checklists } from "@/core/contract";
import { compareAfterStart, findReceipt } from "@/server/restore";

export const POST = serve(checklists.compareAfterStart, async ({ app, person, plant, params, body }) => {
  const receipt = await findReceipt(app.db, plant.id, params.receipt);
  if (!receipt) return noReceipt(params.receipt);
  const connection = app.bench.listOf(plant.id).find((each) => each.id === body.connection);
  const compared = await compareAfterStart(app, person, receipt, connection);
  if (compared.ok) app.events.publish(plant.id, { type: "ledger", tag: "" });
  return compared;
});
