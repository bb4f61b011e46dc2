import { serve } from "@/app/_lib/serve";
import { sheets } from "@/core/contract";
import { good } from "@/core/drive";
import { hideColumns } from "@/server/sheets";

export const POST = serve(sheets.hideColumns, async ({ app, person, body }) =>
  good(await hideColumns(app.db, person.id, body.hidden)),
);
