import { serve } from "@/app/_lib/serve";
import { draftParts, toldInDraft } from "@/app/_lib/draft-parts";
import { drafts } from "@/core/contract";
import { lookAtMerge, mergeDraft } from "@/server/drafts";

export const GET = serve(drafts.lookAtMerge, ({ app, plant, params }) =>
  lookAtMerge(draftParts(app), plant.id, params.draft),
);

export const POST = serve(drafts.mergeDraft, async ({ app, person, plant, params, body }) =>
  toldInDraft(app, plant.id, await mergeDraft(draftParts(app), person, plant.id, params.draft, body)),
);
