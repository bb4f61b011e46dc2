import { serve } from "@/app/_lib/serve";
import { families } from "@/core/contract";
import { good } from "@/core/drive";
import { buildSheet } from "@/core/sheet";
import { defaultColumn } from "@/server/ledger";

const MOST_NOTES = 2000;

export const POST = serve(families.previewImport, ({ app, params, body }) => {
  const made = app.imports.preview(params.import, body);
  if (!made.ok) return made;
  const { definition, notes, taken, before } = made.value;
  const rating = definition.file.ratings[0]?.id;
  const column = { ...defaultColumn(definition, rating), title: "Factory default" };
  return good({
    title: definition.title,
    version: definition.version,
    taken,
    before,
    notes: notes.slice(0, MOST_NOTES),
    noteCount: notes.length,
    leftOut: notes.filter((each) => each.verdict === "left-out").length,
    sheet: buildSheet(definition, rating, [column]),
  });
});
