import { serve } from "@/app/_lib/serve";
import { bench } from "@/core/contract";
import { renameLink } from "@/server/bench";

export const POST = serve(bench.renameLink, ({ app, plant, params, body }) =>
  renameLink(app.db, plant.id, params.link, body.name.trim()),
);
