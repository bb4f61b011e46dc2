import { connectionOf, NOT_CONNECTED } from "@/app/_lib/connection-of";
import { serve } from "@/app/_lib/serve";
import { bench } from "@/core/contract";
import { bad, good } from "@/core/drive";

export const POST = serve(bench.readAgain, (call) => {
  const connection = connectionOf(call);
  if (!connection) return NOT_CONNECTED;
  if (call.app.bench.startReading(call.person, connection)) return good(undefined);
  return bad({
    kind: "busy",
    text: "The drive is being read already.",
    remedy: "Wait, or stop that reading.",
  });
});
