import { serve } from "@/app/_lib/serve";
import { connectionOf, NOT_CONNECTED } from "@/app/_lib/connection-of";
import { bench } from "@/core/contract";
import { bad, good } from "@/core/drive";
import { whyNotLetGo } from "@/server/restore";

export const POST = serve(bench.letGo, async (call) => {
  const { app, person, body } = call;
  const connection = connectionOf(call);
  if (!connection) return NOT_CONNECTED;
  const why = body.although ? undefined : await whyNotLetGo(app.db, connection, person);
  if (why) return bad(why);
  await app.bench.letGo(connection.id);
  return good(undefined);
});
