import { serve } from "@/app/_lib/serve";
import { noPosition } from "@/app/_lib/no-position";
import { positions } from "@/core/contract";
import { good } from "@/core/drive";
import { findPosition, wordsOf } from "@/server/plant";

export const GET = serve(positions.showPosition, async ({ app, plant, params }) => {
  const position = await findPosition(app.db, plant.id, params.tag);
  const found = position && (await wordsOf(app.db, position.id));
  if (!found) return noPosition(params.tag);
  const { criticality, address, ...words } = found.words;
  return good({
    words: { ...words, criticality: criticality ?? undefined, address: address ?? undefined },
    revision: found.revision,
  });
});
