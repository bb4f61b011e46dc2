import { notFound } from "next/navigation";
import { idOf } from "@/app/_lib/id-of";
import { page } from "@/app/_lib/page";
import { definitionFor } from "@/core/definition";
import { fittingOf } from "@/core/drive";
import { BatchPage } from "@/features/batch/batch-page";
import type { SheetParameter } from "@/features/restore/parameter";

const { Page, generateMetadata } = page("see", {
  title: ({ params }) => `Several drives ${params.id}`,
  async render({ app, plant, params }) {
    const view = await app.batches.view(plant.id, idOf(params.id) ?? 0);
    if (!view) notFound();
    const parameters = new Map<string, SheetParameter>();
    for (const { restore } of view.members) {
      const family = restore && app.shelf.find(restore.identity.definitionId);
      if (!family) continue;
      for (const { scale, ...each } of definitionFor(family, fittingOf(restore.identity)).parameters)
        parameters.set(each.code, { ...each, scale: [scale.num.toString(), scale.den.toString()] });
    }
    return <BatchPage first={view} parameters={[...parameters.values()]} />;
  },
});
export { Page as default, generateMetadata };
