import { notFound } from "next/navigation";
import { page } from "@/app/_lib/page";
import { positionCode } from "@/app/_lib/position-code";
import { SpareLabel } from "@/features/drives/spare-label";
import { alsoRightFor, preparedSpares } from "@/server/spares";

const { Page, generateMetadata } = page("see", {
  title: ({ params }) => `Label of ${params.serial}`,
  async render({ app, plant, params }) {
    const of = { definitionId: params.definition!, serial: params.serial! };
    const [spare] = await preparedSpares(app.db, plant.id, of);
    if (!spare) notFound();
    const { tag, title, serial, record, at, place, stale } = spare;
    const also = (await alsoRightFor(app.db, app.shelf, spare)).map((each) => each.tag);
    const drive = app.shelf.find(spare.definitionId)?.title ?? spare.definitionId;
    return (
      <SpareLabel
        spare={{ tag, title, serial, record, at: at.getTime(), place, stale, drive, also }}
        code={await positionCode(plant.slug, tag)}
      />
    );
  },
});
export { Page as default, generateMetadata };
