import { serve } from "@/app/_lib/serve";
import { draftParts, toldInDraft } from "@/app/_lib/draft-parts";
import { drafts } from "@/core/contract";
import { enterDraft } from "@/server/drafts";

export const POST = serve(drafts.enterDraft, async ({ app, person, plant, params, body }) =>
  toldInDraft(app, plant.id, await enterDraft(draftParts(app), person, plant.id, params.draft, body.note)),
);
