import { serve } from "@/app/_lib/serve";
import { connectionOf, NOT_CONNECTED } from "@/app/_lib/connection-of";
import { bench } from "@/core/contract";
import { good } from "@/core/drive";

export const POST = serve(bench.stopReading, (call) => {
  const connection = connectionOf(call);
  if (!connection) return NOT_CONNECTED;
  call.app.bench.stop(connection.id);
  return good(undefined);
});
