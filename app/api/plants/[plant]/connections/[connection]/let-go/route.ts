import { connectionOf, NOT_CONNECTED } from "@/app/_lib/connection-of";
import { serve } from "@/app/_lib/serve";
import { bench } from "@/core/contract";
import { bad, good } from "@/core/drive";

export const POST = serve(bench.letGo, async (call) => {
  const { app, person, body } = call;
  const connection = connectionOf(call);
  if (!connection) return NOT_CONNECTED;
  const why = body.although ? undefined : await app.restores.whyNotLetGo(connection, person);
  if (why) return bad(why);
  await app.bench.letGo(connection.id);
  return good(undefined);
});
