import { notFound } from "next/navigation";
import { definitionFor } from "@/core/definition";
import { fittingOf } from "@/core/drive";
import type { SheetParameter } from "@/features/restore/parameter";
import { RestorePage } from "@/features/restore/restore-page";
import { application } from "@/server/application";
import { planHash } from "@/server/restore";

export const metadata = { title: "Restore" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const app = await application();
  const detail = await app.restores.detail(Number((await params).id));
  if (!detail) notFound();
  const definition = definitionFor(app.shelf.get(detail.identity.definitionId), fittingOf(detail.identity));
  const parameters = definition.parameters.map(({ scale, ...each }): SheetParameter => ({
    ...each,
    scale: [scale.num.toString(), scale.den.toString()],
  }));
  return (
    <RestorePage
      first={{ ...detail, seal: detail.plan && planHash(detail.plan) }}
      parameters={parameters}
      howTo={definition.file.permission?.howTo}
      byLink={definition.file.permission?.by === "link"}
      groups={definition.groups.map((each) => ({ id: each.id, title: each.title }))}
      writesLand={definition.file.writesLand}
    />
  );
}
