import { serve } from "@/app/_lib/serve";
import { draftParts, toldInDraft } from "@/app/_lib/draft-parts";
import { drafts } from "@/core/contract";
import { changeSeveral } from "@/server/drafts";

export const POST = serve(
  drafts.changeSeveral,
  async ({ app, person, plant, params, body: { wish, ...seen } }) =>
    toldInDraft(
      app,
      plant.id,
      await changeSeveral(draftParts(app), person, plant.id, params.draft, wish, seen),
    ),
);
