import { serve } from "@/app/_lib/serve";
import { papers } from "@/core/contract";
import { good } from "@/core/drive";
import { dropLogo } from "@/server/paper";

export const POST = serve(papers.dropLogo, async ({ app, plant }) => {
  await dropLogo(app.db, plant.id);
  return good(undefined);
});
