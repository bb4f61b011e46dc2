import { serve } from "@/app/_lib/serve";
import { drafts } from "@/core/contract";
import { bad, good } from "@/core/drive";
import { loadDraft, NO_DRAFT, valueView } from "@/server/drafts";

export const GET = serve(drafts.draftValue, async ({ app, plant, params, query }) => {
  const loaded = await loadDraft(app.db, app.shelf, plant.id, params.draft);
  if (!loaded) return NO_DRAFT;
  const view = valueView(loaded, query.code);
  if (view) return good(view);
  return bad({
    kind: "not-found",
    text: `There is no parameter ${query.code}.`,
    remedy: "Choose one of the sheet's.",
  });
});
