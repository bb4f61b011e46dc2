import { serve } from "@/app/_lib/serve";
import { bench } from "@/core/contract";
import { bad, good } from "@/core/drive";

export const POST = serve(bench.stopSearch, ({ app, plant, params }) => {
  if (!app.searches.isOf(params.search, plant.id))
    return bad({
      kind: "not-found",
      text: "This search is not there any more.",
      remedy: "Begin a new one on the bench.",
    });
  app.searches.stop(params.search);
  return good(undefined);
});
