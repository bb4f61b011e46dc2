import { serve } from "@/app/_lib/serve";
import { positions } from "@/core/contract";
import { good } from "@/core/drive";
import { proposeTag } from "@/core/plant";

export const GET = serve(positions.proposeTag, async ({ app, plant, params }) => {
  const { lines } = await app.overviews.of(plant.id);
  const inArea = lines.filter((each) => each.area === params.area).map((each) => each.tag);
  return good({
    tag:
      proposeTag(
        inArea,
        lines.map((each) => each.tag),
      ) ?? "",
  });
});
