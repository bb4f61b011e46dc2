import { serve } from "@/app/_lib/serve";
import { connectionOf, NOT_CONNECTED } from "@/app/_lib/connection-of";
import { noPosition } from "@/app/_lib/no-position";
import { bench } from "@/core/contract";
import { findPosition } from "@/server/plant";

export const POST = serve(bench.placeDrive, async (call) => {
  const { app, plant, body } = call;
  const connection = connectionOf(call);
  if (!connection) return NOT_CONNECTED;
  const position = await findPosition(app.db, plant.id, body.tag);
  if (!position) return noPosition(body.tag);
  return app.bench.placeAt(connection, position.id, body.although);
});
