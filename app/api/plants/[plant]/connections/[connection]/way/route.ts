import { serve } from "@/app/_lib/serve";
import { connectionOf, NOT_CONNECTED } from "@/app/_lib/connection-of";
import { bench } from "@/core/contract";
import { bad, good } from "@/core/drive";

export const POST = serve(bench.noteWay, async (call) => {
  const connection = connectionOf(call);
  if (!connection) return NOT_CONNECTED;
  if (await call.app.bench.noteWay(connection)) return good(undefined);
  return bad({
    kind: "not-now",
    text: "Nobody has said at which position this drive stands.",
    remedy: "Choose its position first.",
  });
});
