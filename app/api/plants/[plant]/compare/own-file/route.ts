import { serve } from "@/app/_lib/serve";
import { readBody } from "@/app/_lib/read-body";
import { oldFiles } from "@/core/contract";
import { bad, good } from "@/core/drive";
import { LARGEST_TEXT } from "@/core/format";

export const POST = serve(oldFiles.putBeside, async ({ app, plant, query, request }) => {
  const bytes = await readBody(request, LARGEST_TEXT);
  if (bytes === "too-large")
    return bad({
      kind: "too-large",
      text: `${query.name} is larger than any list of a drive's values.`,
      remedy: "Keep it with its position as a file.",
    });
  const file = await app.beside.put(plant.id, query.name, bytes);
  if ("reason" in file)
    return bad({ kind: "bad-file", text: `${query.name}: ${file.reason}`, remedy: file.remedy });
  const { id, definition, values, of } = file;
  return good({ token: `file:${id}`, family: definition.title, taken: values.size, of });
});
