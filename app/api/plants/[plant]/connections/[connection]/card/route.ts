import { serve } from "@/app/_lib/serve";
import { connectionOf, NOT_CONNECTED } from "@/app/_lib/connection-of";
import { bench } from "@/core/contract";
import { cardBeside } from "@/server/bench";

export const POST = serve(bench.compareCard, async (call) => {
  const connection = connectionOf(call);
  return connection?.phase === "connected" ? cardBeside(call.app.links, connection) : NOT_CONNECTED;
});
