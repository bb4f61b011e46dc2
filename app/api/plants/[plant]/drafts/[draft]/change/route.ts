import { draftParts, toldInDraft } from "@/app/_lib/draft-parts";
import { serve } from "@/app/_lib/serve";
import { drafts } from "@/core/contract";
import { changeDraft } from "@/server/drafts";

export const POST = serve(drafts.changeDraft, async ({ app, person, plant, params, body }) =>
  toldInDraft(app, plant.id, await changeDraft(draftParts(app), person, plant.id, params.draft, body)),
);
