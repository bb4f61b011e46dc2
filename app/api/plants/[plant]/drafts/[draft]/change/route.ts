import { serve } from "@/app/_lib/serve";
import { draftParts, toldInDraft } from "@/app/_lib/draft-parts";
import { drafts } from "@/core/contract";
import { bad } from "@/core/drive";
import { changeDraft } from "@/server/drafts";

export const POST = serve(drafts.changeDraft, async ({ app, person, plant, params, body }) => {
  const { asInDrive, ...wish } = body;
  const drive = asInDrive ? await app.restores.changes.heldOfDraft(params.draft) : undefined;
  const held = drive?.values.get(wish.code);
  if (asInDrive && held === undefined)
    return bad({
      kind: "not-now",
      text: `What the drive holds of ${wish.code} is not told.`,
      remedy: "Read it again, or type a value.",
    });
  const done = await changeDraft(draftParts(app), person, plant.id, params.draft, { ...wish, held });
  return toldInDraft(app, plant.id, done);
});
