import { serve } from "@/app/_lib/serve";
import { drafts } from "@/core/contract";
import { good } from "@/core/drive";
import { draftNews, loadDraft, NO_DRAFT } from "@/server/drafts";

export const GET = serve(drafts.draftNews, async ({ app, plant, params, query }) => {
  const loaded = await loadDraft(app.db, app.shelf, plant.id, params.draft);
  return loaded ? good(await draftNews(app.db, loaded, query.since)) : NO_DRAFT;
});
