import { serve } from "@/app/_lib/serve";
import { NO_ROUND } from "@/app/_lib/no-round";
import { rounds } from "@/core/contract";
import { good } from "@/core/drive";
import { findRound } from "@/server/rounds";

export const POST = serve(rounds.stopRound, async ({ app, plant, params }) => {
  if (!(await findRound(app.db, plant.id, params.round))) return NO_ROUND;
  app.rounds.stop(params.round);
  return good(undefined);
});
