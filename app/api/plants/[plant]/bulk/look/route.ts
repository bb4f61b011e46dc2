import { serve } from "@/app/_lib/serve";
import { draftParts } from "@/app/_lib/draft-parts";
import { drafts } from "@/core/contract";
import { lookAtBulk } from "@/server/drafts";

export const POST = serve(drafts.lookAtBulk, ({ app, plant, body }) =>
  lookAtBulk(draftParts(app), plant.id, body.wish),
);
