import { serve } from "@/app/_lib/serve";
import { connectionOf, NOT_CONNECTED } from "@/app/_lib/connection-of";
import { bench } from "@/core/contract";
import { good } from "@/core/drive";
import { terminalsOf, terminalStateCodes } from "@/core/terminal";
import { valuesNow } from "@/server/bench";

export const GET = serve(bench.terminalsNow, async (call) => {
  const connection = connectionOf(call);
  if (!connection) return NOT_CONNECTED;
  const { definition, values } = connection;
  const read = await valuesNow(call.app.links, connection, terminalStateCodes(definition));
  if (!read.ok) return read;
  // What was not asked now is not shown as if it were: of states only the fresh ones.
  const settings = new Map([...values].filter(([code]) => !isState(code)));
  const terminals = terminalsOf(definition, new Map([...settings, ...read.value.values]));
  return good({ at: call.app.now().getTime(), ms: read.value.ms, terminals });

  function isState(code: string): boolean {
    return definition.byCode.get(code)?.kind === "measured";
  }
});
