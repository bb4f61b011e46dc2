import { serve } from "@/app/_lib/serve";
import { readBody } from "@/app/_lib/read-body";
import { oldFiles } from "@/core/contract";
import { bad } from "@/core/drive";
import { LARGEST_TEXT } from "@/core/format";
import { takeOldFile } from "@/server/old-files";

export const POST = serve(oldFiles.takeOldFile, async ({ app, person, plant, query, request }) => {
  const bytes = await readBody(request, LARGEST_TEXT);
  if (bytes === "too-large")
    return bad({
      kind: "too-large",
      text: `${query.path} has more than ${Math.round(LARGEST_TEXT / 1024 / 1024)} MB: no list of a drive's values has.`,
      remedy: "Keep it with its position as a file.",
    });
  const taken = await takeOldFile(app.db, app.shelf, person, plant.id, bytes, query, app.now());
  if (taken.ok && taken.value.kept && !taken.value.kept.known)
    app.events.publish(plant.id, { type: "ledger", tag: taken.value.kept.tag });
  return taken;
});
