import { serve } from "@/app/_lib/serve";
import { bench } from "@/core/contract";
import { bad, good } from "@/core/drive";

export const POST = serve(bench.forgetSearch, ({ app, plant, params }) =>
  app.searches.isOf(params.search, plant.id) && app.searches.forget(params.search)
    ? good(undefined)
    : bad({
        kind: "not-now",
        text: "This search is not there any more, or still goes on.",
        remedy: "Stop it first.",
      }),
);
