import { serve } from "@/app/_lib/serve";
import { draftParts, toldInDraft } from "@/app/_lib/draft-parts";
import { drafts } from "@/core/contract";
import { giveUpDraft } from "@/server/drafts";

export const POST = serve(drafts.giveUpDraft, async ({ app, person, plant, params }) =>
  toldInDraft(app, plant.id, await giveUpDraft(draftParts(app), person, plant.id, params.draft)),
);
