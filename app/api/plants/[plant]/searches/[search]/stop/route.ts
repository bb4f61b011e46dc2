import { serve } from "@/app/_lib/serve";
import { bench } from "@/core/contract";
import { bad, good } from "@/core/drive";

export const POST = serve(bench.stopSearch, ({ app, params }) =>
  app.searches.stop(params.search)
    ? good(undefined)
    : bad({
        kind: "not-found",
        text: "This search is not there any more.",
        remedy: "Begin a new one on the bench.",
      }),
);
