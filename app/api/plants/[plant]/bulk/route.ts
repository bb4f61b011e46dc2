import { serve } from "@/app/_lib/serve";
import { draftParts, toldInDraft } from "@/app/_lib/draft-parts";
import { drafts } from "@/core/contract";
import { beginBulk } from "@/server/drafts";

export const POST = serve(drafts.beginBulk, async ({ app, person, plant, body: { wish, title, ...seen } }) =>
  toldInDraft(
    app,
    plant.id,
    await beginBulk(draftParts(app), person, plant.id, wish, { ...seen, title: title.trim() }),
  ),
);
