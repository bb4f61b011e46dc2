import { serve } from "@/app/_lib/serve";
import { readBody } from "@/app/_lib/read-body";
import { positions } from "@/core/contract";
import { bad, good } from "@/core/drive";
import { takePlantList } from "@/server/plant";

const MOST = 4 * 1024 * 1024;

export const POST = serve(positions.takePositions, async ({ app, person, plant, query, request }) => {
  const bytes = await readBody(request, MOST);
  if (bytes === "too-large")
    return bad({
      kind: "too-large",
      text: "The file is larger than 4 MB.",
      remedy: "Save the list alone, as CSV.",
    });
  const file = { name: query.name, bytes };
  const taken = await takePlantList(
    app.db,
    app.shelf,
    person,
    plant.id,
    file,
    query.keep ?? false,
    app.now(),
  );
  if (!taken.ok) return taken;
  if (query.keep) app.events.publish(plant.id, { type: "ledger", tag: "" });
  return good(taken.value.map(({ line, tag, verdict, says }) => ({ line, tag, verdict, says })));
});
