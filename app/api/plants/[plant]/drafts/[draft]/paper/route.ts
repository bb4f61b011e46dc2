import { serveFile } from "@/app/_lib/serve";
import { sendPaper } from "@/app/_lib/send-paper";
import { papers } from "@/core/contract";
import { loadDraft, NO_DRAFT } from "@/server/drafts";
import { draftPaper } from "@/server/paper";

export const GET = serveFile(papers.draftPaper, async ({ app, plant, params }) => {
  const loaded = await loadDraft(app.db, app.shelf, plant.id, params.draft);
  if (!loaded) return NO_DRAFT;
  return sendPaper(app, plant.id, `${loaded.tag} draft ${params.draft}`, draftPaper(loaded));
});
