import { serve } from "@/app/_lib/serve";
import { bench } from "@/core/contract";
import { forgetLink } from "@/server/bench";

export const POST = serve(bench.forgetLink, ({ app, plant, params }) =>
  forgetLink(app.db, plant.id, params.link),
);
