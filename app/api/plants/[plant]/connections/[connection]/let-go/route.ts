import { connectionOf, NOT_CONNECTED } from "@/app/_lib/connection-of";
import { serve } from "@/app/_lib/serve";
import { bench } from "@/core/contract";
import { good } from "@/core/drive";

export const POST = serve(bench.letGo, async (call) => {
  const connection = connectionOf(call);
  if (!connection) return NOT_CONNECTED;
  await call.app.bench.letGo(connection.id);
  return good(undefined);
});
