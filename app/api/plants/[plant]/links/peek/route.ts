import { serve } from "@/app/_lib/serve";
import { bench } from "@/core/contract";
import { peek } from "@/server/bench";

export const POST = serve(bench.peek, ({ app, body: { link, unit, items, ...modbus } }) =>
  peek(app.links, link, unit, items, modbus),
);
