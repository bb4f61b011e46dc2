import { serve } from "@/app/_lib/serve";
import { papers } from "@/core/contract";
import { good } from "@/core/drive";
import { setHeading } from "@/server/paper";

export const POST = serve(papers.setHeading, async ({ app, plant, body: { lines } }) => {
  await setHeading(app.db, plant.id, lines);
  return good(undefined);
});
