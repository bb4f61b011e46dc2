import { serve } from "@/app/_lib/serve";
import { draftParts } from "@/app/_lib/draft-parts";
import { drafts } from "@/core/contract";
import { lookAtSeveral } from "@/server/drafts";

export const POST = serve(drafts.lookAtSeveral, ({ app, plant, params, body }) =>
  lookAtSeveral(draftParts(app), plant.id, params.draft, body.wish),
);
