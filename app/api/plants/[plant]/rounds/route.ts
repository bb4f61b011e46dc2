import { serve } from "@/app/_lib/serve";
import { rounds } from "@/core/contract";
import { good } from "@/core/drive";
import { beginRound } from "@/server/rounds";

export const POST = serve(rounds.beginRound, async ({ app, person, plant, body }) => {
  const begun = await beginRound(app.db, person, plant.id, body.name.trim(), body.tags, app.now());
  if (!begun.ok) return begun;
  app.events.publish(plant.id, { type: "ledger", tag: "" });
  return good({ id: begun.value });
});
