import { headers } from "next/headers";
import QRCode from "qrcode";
import { page } from "@/app/_lib/page";
import { plantPath } from "@/features/house/plant-path";
import { LabelsPage } from "@/features/labels/labels-page";
import { listPlaces } from "@/server/plant";
import { settings } from "@/server/settings";

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
    // The name under which the person reached it is the one that a phone will reach too.
    const host = (await headers()).get("host");
    const base = host ? `${new URL(settings().baseUrl).protocol}//${host}` : settings().baseUrl;
    const labels = await Promise.all(
      wanted.map(async ({ tag, title, family }) => {
        const place = places.get(tag);
        return {
          tag,
          title,
          family,
          address: place ? `${place.name}, address ${place.unit ?? 1}` : "",
          code: await QRCode.toString(base + plantPath(plant.slug, `/positions/${encodeURIComponent(tag)}`), {
            type: "svg",
            margin: 0,
            errorCorrectionLevel: "M",
          }),
        };
      }),
    );
    return <LabelsPage labels={labels} areas={areas} area={query.area} />;
  },
});
export { Page as default, generateMetadata };
