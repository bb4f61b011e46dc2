import { serve } from "@/app/_lib/serve";
import { sheets } from "@/core/contract";
import { bad, good } from "@/core/drive";
import { keepOwnList, ownListOf } from "@/server/sheets";

export const GET = serve(sheets.ownList, async ({ app, person, params: { definition } }) =>
  good({ codes: await ownListOf(app.db, person.id, definition) }),
);

export const POST = serve(
  sheets.setOwnList,
  async ({ app, person, params: { definition }, body: { codes } }) => {
    if (!app.shelf.find(definition))
      return bad({
        kind: "not-found",
        text: "There is no such family here.",
        remedy: "Open it from the page Families.",
      });
    await keepOwnList(app.db, person.id, definition, codes);
    return good(undefined);
  },
);
