import { serve } from "@/app/_lib/serve";
import { connectionOf, NOT_CONNECTED } from "@/app/_lib/connection-of";
import { bench } from "@/core/contract";
import { good } from "@/core/drive";
import { formatValue } from "@/core/value";
import { valuesNow } from "@/server/bench";

export const GET = serve(bench.valuesNow, async (call) => {
  const connection = connectionOf(call);
  if (!connection) return NOT_CONNECTED;
  const read = await valuesNow(call.app.links, connection, call.query.codes.split(","));
  if (!read.ok) return read;
  const values = [...read.value.values].map(([code, raw]) => ({
    code,
    raw,
    ...formatValue(connection.definition.byCode.get(code)!, raw),
  }));
  return good({ at: call.app.now().getTime(), ms: read.value.ms, values });
});
