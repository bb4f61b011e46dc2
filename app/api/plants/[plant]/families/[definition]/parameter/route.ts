import { serve } from "@/app/_lib/serve";
import { lookedAt } from "@/app/_lib/looked-at";
import { sheets } from "@/core/contract";
import { bad, good } from "@/core/drive";
import { findPosition } from "@/server/plant";
import { historyOf, parameterView } from "@/server/sheets";

export const GET = serve(sheets.showParameter, async ({ app, plant, params: { definition }, query }) => {
  const { code, tag } = query;
  const looked = await lookedAt(app, plant.id, definition, query, code);
  const view = looked && parameterView(looked, code);
  if (!view)
    return bad({
      kind: "not-found",
      text: `There is no parameter ${code} here any more.`,
      remedy: "Load the page again.",
    });
  const position = tag === undefined ? undefined : await findPosition(app.db, plant.id, tag);
  return good({
    ...view,
    history: position && (await historyOf(app.db, app.shelf, position.id, definition, code)),
  });
});
