import { page } from "@/app/_lib/page";
import { positionCode } from "@/app/_lib/position-code";
import { LabelsPage } from "@/features/labels/labels-page";
import { listPlaces } from "@/server/plant";

/** As many as anybody prints at once. */
const MOST = 300;

const { Page, generateMetadata } = page("see", {
  title: "Cabinet labels",
  async render({ app, plant, query, queryAll }) {
    const tags = new Set(queryAll("tag"));
    const { areas, lines } = await app.overviews.of(plant.id);
    const wanted = lines
      .filter(
        (each) =>
          !each.retired &&
          (tags.size === 0 || tags.has(each.tag)) &&
          (query.area === undefined || each.area === query.area),
      )
      .slice(0, MOST);
    const places = new Map((await listPlaces(app.db, plant.id)).map((each) => [each.tag, each]));
    const labels = await Promise.all(
      wanted.map(async ({ tag, title, family }) => {
        const place = places.get(tag);
        return {
          tag,
          title,
          family,
          address: place ? `${place.name}, address ${place.unit ?? 1}` : "",
          code: await positionCode(plant.slug, tag),
        };
      }),
    );
    return <LabelsPage labels={labels} areas={areas} area={query.area} />;
  },
});
export { Page as default, generateMetadata };
