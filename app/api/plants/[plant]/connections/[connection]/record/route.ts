import { serve } from "@/app/_lib/serve";
import { connectionOf, NOT_CONNECTED } from "@/app/_lib/connection-of";
import { noPosition } from "@/app/_lib/no-position";
import { bench } from "@/core/contract";
import { good } from "@/core/drive";
import { findPosition } from "@/server/plant";

export const POST = serve(bench.keepRecord, async (call) => {
  const { app, person, plant, body } = call;
  const connection = connectionOf(call);
  if (!connection) return NOT_CONNECTED;
  const position = await findPosition(app.db, plant.id, body.tag);
  if (!position) return noPosition(body.tag);
  const kept = await app.bench.record(person, connection, position.id, body.although, body.scope);
  if (!kept.ok) return kept;
  const { unchanged, record, since } = kept.value;
  return good({ unchanged, number: record.number, since });
});
