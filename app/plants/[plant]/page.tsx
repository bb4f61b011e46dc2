import { page } from "@/app/_lib/page";
import { Plant } from "@/features/plant/plant";
import { thresholdsOf } from "@/server/plant";

/** Lines that come with the page; the others are fetched as they come into sight. */
/** As many as the page fetches at a time. */
const FIRST = 50;

const { Page, generateMetadata } = page("see", {
  title: "Plant",
  async render({ app, plant }) {
    const [first, thresholds] = await Promise.all([
      app.overviews.window(plant.id, {}, 0, FIRST),
      thresholdsOf(app.db, plant.id),
    ]);
    return <Plant first={first} thresholds={thresholds} />;
  },
});
export { Page as default, generateMetadata };
