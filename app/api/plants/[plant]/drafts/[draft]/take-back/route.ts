import { serve } from "@/app/_lib/serve";
import { draftParts, toldInDraft } from "@/app/_lib/draft-parts";
import { drafts } from "@/core/contract";
import { takeBack } from "@/server/drafts";

export const POST = serve(drafts.takeBackInDraft, async ({ app, person, plant, params, body }) =>
  toldInDraft(app, plant.id, await takeBack(draftParts(app), person, plant.id, params.draft, body.what)),
);
