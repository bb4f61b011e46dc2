import { serve } from "@/app/_lib/serve";
import { readBody } from "@/app/_lib/read-body";
import { LARGEST_LOGO, papers } from "@/core/contract";
import { bad } from "@/core/drive";
import { setLogo } from "@/server/paper";

export const POST = serve(papers.setLogo, async ({ app, plant, request }) => {
  const bytes = await readBody(request, LARGEST_LOGO);
  if (bytes === "too-large")
    return bad({
      kind: "too-large",
      text: `This picture has more than ${LARGEST_LOGO / 1000} kB.`,
      remedy: "Save it smaller, about 600 points wide: it is printed 5 cm wide.",
    });
  return setLogo(app.db, plant.id, bytes);
});
