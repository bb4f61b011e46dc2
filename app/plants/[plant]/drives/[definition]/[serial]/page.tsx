import { notFound } from "next/navigation";
import { page } from "@/app/_lib/page";
import { DriveLife } from "@/features/drives/drive-life";
import { findDrive, lifeOf } from "@/server/drives";
import { filesOf } from "@/server/files";
import { couldReplace, tagOf } from "@/server/plant";
import { alsoRightFor, preparedSpares } from "@/server/spares";

const { Page, generateMetadata } = page("see", {
  title: ({ params }) => `Drive ${params.serial}`,
  async render({ app, plant, params }) {
    const row = await findDrive(app.db, plant.id, params.definition!, params.serial!);
    if (!row) notFound();
    const definition = app.shelf.find(row.definitionId);
    const rating = row.rating === null ? undefined : definition?.ratings.get(row.rating);
    const [life, files, replaceable, tag] = await Promise.all([
      lifeOf(app.db, row),
      filesOf(app.db, plant.id, { driveId: row.id, definitionId: row.definitionId }),
      row.whereabouts === "store" ? couldReplace(app.db, plant.id, row) : [],
      row.positionId === null ? undefined : tagOf(app.db, row.positionId),
    ]);
    const [prepared] = await preparedSpares(app.db, plant.id, row);
    return (
      <DriveLife
        drive={{
          definition: row.definitionId,
          serial: row.serial,
          family: rating ? definition!.file.vendor : (definition?.title ?? row.definitionId),
          rating: rating?.name ?? row.rating ?? "",
          supply: rating?.supply ?? "",
          firmware: row.firmware,
          powerPart: row.powerPart ?? "",
          whereabouts: row.whereabouts,
          tag,
          place: row.place,
        }}
        life={life}
        files={files}
        couldReplace={replaceable}
        prepared={
          prepared && {
            tag: prepared.tag,
            record: prepared.record,
            at: prepared.at.getTime(),
            stale: prepared.stale,
            also: (await alsoRightFor(app.db, app.shelf, prepared)).map((each) => each.tag),
          }
        }
      />
    );
  },
});
export { Page as default, generateMetadata };
