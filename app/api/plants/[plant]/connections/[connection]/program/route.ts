import { serve } from "@/app/_lib/serve";
import { connectionOf, NOT_CONNECTED } from "@/app/_lib/connection-of";
import { bench } from "@/core/contract";
import { bad } from "@/core/drive";
import { keepFromDrive } from "@/server/program";

export const POST = serve(bench.keepProgram, async (call) => {
  const { app, person, plant } = call;
  const connection = connectionOf(call);
  if (connection?.phase !== "connected") return NOT_CONNECTED;
  if (!connection.position)
    return bad({
      kind: "not-now",
      text: "It is not known at which position this drive stands.",
      remedy: "Say at which it stands first: its program is kept there.",
    });
  const kept = await keepFromDrive(app, person, plant.id, connection);
  if (kept.ok) app.events.publish(plant.id, { type: "ledger", tag: connection.position.tag });
  return kept;
});
