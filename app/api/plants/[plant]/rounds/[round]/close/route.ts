import { serve } from "@/app/_lib/serve";
import { NO_ROUND } from "@/app/_lib/no-round";
import { rounds } from "@/core/contract";
import { bad, good } from "@/core/drive";
import { closeRound } from "@/server/rounds";

export const POST = serve(rounds.closeRound, async ({ app, person, plant, params }) => {
  if (app.rounds.isRunning(params.round))
    return bad({ kind: "busy", text: "The round is under way.", remedy: "Stop it first." });
  app.walks.stop(params.round);
  const closed = await closeRound(app.db, person, plant.id, params.round, app.now());
  if (!closed) return NO_ROUND;
  app.events.publish(plant.id, { type: "ledger", tag: "" });
  return good(undefined);
});
