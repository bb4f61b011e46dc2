import { serve } from "@/app/_lib/serve";
import { drafts } from "@/core/contract";
import { good } from "@/core/drive";
import { draftNews, loadDraft, NO_DRAFT } from "@/server/drafts";

export const GET = serve(drafts.draftNews, async ({ app, plant, params, query }) => {
  const loaded = await loadDraft(app.db, app.shelf, plant.id, params.draft);
  if (!loaded) return NO_DRAFT;
  const live = await app.restores.changes.heldOfDraft(params.draft);
  return good(await draftNews(app.db, loaded, query.since, live));
});
