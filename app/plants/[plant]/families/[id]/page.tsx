import { notFound } from "next/navigation";
import { page } from "@/app/_lib/page";
import { sendSheet } from "@/app/_lib/send-sheet";
import { definitionFor, listFirmware } from "@/core/definition";
import { buildSheet } from "@/core/sheet";
import { FamilyHead } from "@/features/families/family-head";
import { Files } from "@/features/files/files";
import { ArrivingSheet } from "@/features/sheet/arriving-sheet";
import { listVersions } from "@/server/definitions";
import { filesOf } from "@/server/files";
import { defaultColumn } from "@/server/ledger";
import { positionsByDefinition } from "@/server/plant";

const { Page, generateMetadata } = page("see", {
  title: ({ app, params }) => app.shelf.find(params.id!)?.title ?? "Family",
  async render({ app, plant, params, query }) {
    const family = app.shelf.find(params.id!);
    if (!family) notFound();
    const { file } = family;
    const steps = listFirmware(file);
    const firmware = steps.find((each) => each === query.firmware) ?? steps[steps.length - 1]!;
    const axes = Math.min(file.axes?.most ?? 1, Math.max(1, Number(query.axes) || 1));
    const definition = definitionFor(family, {
      firmware,
      axes,
      options: (file.options ?? []).map((each) => each.id),
    });
    const [versions, used, files] = await Promise.all([
      listVersions(app.db, family.id),
      positionsByDefinition(app.db, plant.id, [family.id]),
      filesOf(app.db, plant.id, { definitionId: family.id }),
    ]);
    const columns = file.ratings
      .slice(0, 3)
      .map((rating) => ({ ...defaultColumn(definition, rating.id), title: `Default, ${rating.name}` }));
    return (
      <div className="flex flex-col flex-1 min-h-0 bg-leaf">
        <FamilyHead
          id={family.id}
          title={family.title}
          about={file.about}
          version={family.version}
          firmware={firmware}
          steps={steps}
          axes={axes}
          mostAxes={file.axes?.most ?? 1}
          card={file.card}
          withoutMains={file.withoutMains?.about}
          permission={file.permission?.howTo}
          sets={file.sets && `${file.sets.count} sets. ${file.sets.howChosen}`}
          imitates={file.imitates?.howTo}
          reducedSupply={file.reducedSupply?.about}
          trips={file.trips}
          positions={used.get(family.id) ?? []}
          versions={versions.map((each) => ({
            version: each.version,
            source: each.source,
            byName: each.byName,
            at: each.at?.getTime(),
            records: each.records,
          }))}
        />
        <Files files={files} owner={{ definition: family.id }} words={family.title} />
        <ArrivingSheet
          key={`${firmware}/${axes}`}
          sent={await sendSheet(() => buildSheet(definition, file.ratings[0]?.id, columns))}
          place={`family ${family.id}`}
          of={{ firmware, axes }}
        />
      </div>
    );
  },
});
export { Page as default, generateMetadata };
