import { serve } from "@/app/_lib/serve";
import { NO_RESTORE } from "@/app/_lib/serve-restore";
import { restore } from "@/core/contract";
import { good } from "@/core/drive";

export const GET = serve(restore.showRestore, async ({ app, plant, params }) => {
  const detail = await app.restores.shown.detail(params.restore, plant.id);
  return detail ? good(detail) : NO_RESTORE;
});
