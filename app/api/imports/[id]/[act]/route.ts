import { importSchema } from "@/app/_lib/import-schema";
import { route } from "@/app/_lib/route";
import { bad, good, type Result } from "@/core/drive";
import { buildSheet } from "@/features/sheet/rows";
import { defaultColumn } from "@/server/ledger";

const MOST_NOTES = 2000;

/** Shows what a file would become, or keeps it. */
export const POST = route(importSchema, async ({ app, person, params, body }): Promise<Result<unknown>> => {
  if (params.act === "keep") return app.imports.keep(person, params.id!, body);
  if (params.act !== "preview")
    return bad({ kind: "stopped", text: "A file can be looked at or kept.", remedy: "See docs/http.md." });
  const made = app.imports.preview(params.id!, body);
  if (!made.ok) return made;
  const { definition, notes, taken, before } = made.value;
  const rating = definition.file.ratings[0]?.id;
  return good({
    title: definition.title,
    version: definition.version,
    taken,
    before,
    notes: notes.slice(0, MOST_NOTES),
    noteCount: notes.length,
    sheet: buildSheet(definition, rating, [
      { ...defaultColumn(definition, rating), title: "Factory default" },
    ]),
  });
});
