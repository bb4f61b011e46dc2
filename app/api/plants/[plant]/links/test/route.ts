import { serve } from "@/app/_lib/serve";
import { bench } from "@/core/contract";

export const POST = serve(bench.testLink, async ({ app, body }) => {
  await app.bench.tellDefinitions();
  return app.links.ask("knock", body);
});
