import { serve } from "@/app/_lib/serve";
import { ledger } from "@/core/contract";
import { good } from "@/core/drive";
import { raiseSeveral } from "@/server/ledger";

export const POST = serve(ledger.raiseSeveral, async ({ app, person, plant, body }) => {
  const { records, text } = body;
  const { raised, left } = await raiseSeveral(app.db, person, plant.id, records, text.trim(), app.now());
  for (const tag of raised) app.events.publish(plant.id, { type: "ledger", tag });
  return good({ raised: raised.length, left });
});
