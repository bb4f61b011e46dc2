import { serve } from "@/app/_lib/serve";
import { readBody } from "@/app/_lib/read-body";
import { families } from "@/core/contract";
import { bad } from "@/core/drive";
import { LARGEST_TEXT } from "@/core/format";

export const POST = serve(families.openImport, async ({ app, query, request }) => {
  const bytes = await readBody(request, LARGEST_TEXT);
  if (bytes !== "too-large") return app.imports.open(query.name, bytes);
  return bad({
    kind: "too-large",
    text: `${query.name} has more than ${Math.round(LARGEST_TEXT / 1024 / 1024)} MB.`,
    remedy: "A list or data sheet is far smaller. Take out what is no parameter, or choose another file.",
  });
});
