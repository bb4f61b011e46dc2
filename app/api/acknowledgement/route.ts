import { serve } from "@/app/_lib/serve";
import { bench } from "@/core/contract";
import { good } from "@/core/drive";
import { acknowledgeLiveWork } from "@/server/people";

export const POST = serve(bench.acknowledge, async ({ app, person }) => {
  await acknowledgeLiveWork(app.db, person, app.now());
  return good(undefined);
});
