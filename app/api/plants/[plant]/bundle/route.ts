import { answer, serveOwn } from "@/app/_lib/serve";
import { bundleFile } from "@/app/_lib/bundle-file";
import { archive } from "@/core/contract";
import { bad } from "@/core/drive";

export const GET = serveOwn(archive.plantBundle, async ({ app, plant }) =>
  plant.practice
    ? answer(
        bad({
          kind: "not-now",
          text: "A practice plant is not handed on: what was practised would look like a real plant's elsewhere.",
          remedy: "Make a practice plant there.",
        }),
      )
    : bundleFile(app, [plant.id], plant.slug),
);
