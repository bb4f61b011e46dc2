import { serveFile } from "@/app/_lib/serve";
import { families } from "@/core/contract";
import { bad, good } from "@/core/drive";

export const GET = serveFile(families.familyFile, async ({ app, params }) => {
  const definition = app.shelf.find(params.family);
  if (!definition)
    return bad({ kind: "not-found", text: "There is no such definition.", remedy: "Look at the families." });
  return good({
    name: `${definition.id}.json`,
    type: "application/json",
    content: JSON.stringify(definition.file, null, 2),
  });
});
