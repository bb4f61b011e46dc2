import { notFound } from "next/navigation";
import { idOf } from "@/app/_lib/id-of";
import { page } from "@/app/_lib/page";
import type { Definition } from "@/core/definition";
import { isPartial } from "@/core/set";
import { NOT_SETTINGS } from "@/core/value";
import { WhereRetired } from "@/features/ledger/where-retired";
import { ChooseRestore } from "@/features/restore/choose";
import type { BenchCard } from "@/features/restore/on-workbench";
import type { ControlPart } from "@/features/restore/only-power-part";
import { notedWay, retiredThere } from "@/server/bench";
import { checklistsOf, runsWithOf } from "@/server/checklist";
import { filesOf } from "@/server/files";
import { listRecords, standingOf, type RecordRow } from "@/server/ledger";
import { findPosition } from "@/server/plant";
import { listRehearsals } from "@/server/rehearsal";
import { sparesFor } from "@/server/spares";

const { Page, generateMetadata } = page("restore", {
  title: ({ params }) => `Restore at ${params.tag}`,
  async render({ app, plant, person, params, query }) {
    const position = await findPosition(app.db, plant.id, params.tag!);
    if (!position) notFound();
    const { record, connection } = query;
    const records = await listRecords(app.db, position.id);
    const choice = await standingOf(app.db, position.id);
    const standing = records.find((each) => each.id === choice?.recordId)?.number;
    const { lines } = await app.overviews.of(plant.id);
    const twins = lines.filter(
      (each) => !each.retired && each.twinGroup !== undefined && each.twinGroup === position.twinGroup,
    );
    const open = (await app.restores.shown.openViews(plant.id)).find(
      (each) => each.tag === position.tag && !each.spare,
    );
    return (
      <WhereRetired said={await retiredThere(app.db, position.id)}>
        <ChooseRestore
          key={position.tag}
          tag={position.tag}
          title={position.title}
          beforeWork={position.beforeWork}
          keepers={(await checklistsOf(app.db, position.id)).keepers}
          standing={standing}
          wanted={idOf(record) ?? standing}
          connection={connection}
          way={await notedWay(app.db, position)}
          name={person.name}
          twins={twins.map((each) => each.tag)}
          control={controlPartOf(app.shelf.find(position.definitionId), records)}
          runsWith={await runsWithOf(app.db, position)}
          spare={query.spare !== undefined}
          axis={idOf(query.axis)}
          card={cardOf(app.shelf.find(position.definitionId))}
          prepared={(await sparesFor(app.db, app.shelf, plant.id, position.id)).map(
            ({ serial, definitionId, record, place, stale, tag, otherwise }) => ({
              serial,
              definition: definitionId,
              record,
              place,
              stale,
              twin: otherwise && { tag, place: otherwise.place, tuning: otherwise.tuning },
            }),
          )}
          drawings={(await filesOf(app.db, plant.id, { definitionId: position.definitionId }))
            .filter((each) => each.kind === "drawing" && !each.withdrawn)
            .map(({ id, name }) => ({ id, name }))}
          rehearsed={await listRehearsals(app.db, position.id)}
          open={open && { id: open.id, byName: open.byName }}
          records={records.map((each) => ({
            number: each.number,
            takenAt: each.takenAt.getTime(),
            byName: each.takenByName,
            ratingName: each.ratingName,
            serial: each.serial,
            partial: isPartial(each),
          }))}
        />
      </WhereRetired>
    );
  },
});
/** What is known of moving the control part of the family that stands here; undefined where the two parts cannot be told apart. */
function controlPartOf(
  definition: Definition | undefined,
  records: readonly RecordRow[],
): ControlPart | undefined {
  if (!definition?.file.identity.some((each) => each.field === "power-part")) return undefined;
  return {
    told: definition.file.moveControl,
    ratingName: records[0]?.ratingName ?? definition.title,
    ofPowerPart: definition.parameters
      .filter((each) => each.ratingDependent && !NOT_SETTINGS.has(each.kind))
      .map((each) => `${each.code} ${each.name}`),
  };
}
/** How a drive of the family is fed and reached on a workbench; undefined where its definition has no card. */
function cardOf(definition: Definition | undefined): BenchCard | undefined {
  const card = definition?.file.card;
  return card && { bench: card.bench, danger: card.danger, cable: card.cable, port: card.port };
}
export { Page as default, generateMetadata };
