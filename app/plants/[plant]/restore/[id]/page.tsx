import { notFound } from "next/navigation";
import { idOf } from "@/app/_lib/id-of";
import { page } from "@/app/_lib/page";
import { definitionFor } from "@/core/definition";
import { fittingOf } from "@/core/drive";
import type { SheetParameter } from "@/features/restore/parameter";
import { RestorePage } from "@/features/restore/restore-page";
import { findPosition } from "@/server/plant";

const { Page, generateMetadata } = page("see", {
  title: ({ params }) => `Restore ${params.id}`,
  async render({ app, plant, params }) {
    const detail = await app.restores.detail(idOf(params.id) ?? 0, plant.id);
    if (!detail) notFound();
    const position = await findPosition(app.db, plant.id, detail.tag);
    const definition = definitionFor(app.shelf.get(detail.identity.definitionId), fittingOf(detail.identity));
    const parameters = definition.parameters.map(({ scale, ...each }): SheetParameter => ({
      ...each,
      scale: [scale.num.toString(), scale.den.toString()],
    }));
    return (
      <RestorePage
        first={detail}
        beforeWork={position?.beforeWork ?? ""}
        parameters={parameters}
        howTo={definition.file.permission?.howTo}
        byLink={definition.file.permission?.by === "link"}
        groups={definition.groups.map((each) => ({ id: each.id, title: each.title }))}
      />
    );
  },
});
export { Page as default, generateMetadata };
