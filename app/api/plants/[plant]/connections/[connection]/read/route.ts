import { serve } from "@/app/_lib/serve";
import { connectionOf, NOT_CONNECTED } from "@/app/_lib/connection-of";
import { bench } from "@/core/contract";
import { withinScope } from "@/core/definition";
import { bad, good } from "@/core/drive";
import { NOTHING_MEANT } from "@/server/bench";

export const POST = serve(bench.readAgain, (call) => {
  const connection = connectionOf(call);
  if (!connection) return NOT_CONNECTED;
  const { although, scope } = call.body;
  if (scope && withinScope(connection.definition, scope).length === 0) return bad(NOTHING_MEANT);
  const disturbs = connection.definition.file.readingDisturbs;
  if (disturbs !== undefined && !although)
    return bad({
      kind: "ask-first",
      text: `Reading this drive disturbs it: ${disturbs}`,
      remedy: "Make sure that nobody is hurt and nothing breaks by it, then read it all the same.",
    });
  if (call.app.bench.startReading(call.person, connection, scope)) return good(undefined);
  return bad({
    kind: "busy",
    text: "The drive is being read already.",
    remedy: "Wait, or stop that reading.",
  });
});
