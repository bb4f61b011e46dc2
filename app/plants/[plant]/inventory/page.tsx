import { page } from "@/app/_lib/page";
import { Inventory } from "@/features/inventory/inventory";

/** Lines that come with the page, as many as it fetches at a time; the others are fetched as they come into sight. */
const FIRST = 50;

const { Page, generateMetadata } = page("see", {
  title: "Inventory",
  async render({ app, plant, query }) {
    const whereabouts = query.whereabouts || undefined;
    return (
      <Inventory
        key={whereabouts ?? ""}
        first={await app.overviews.inventory(plant.id, { whereabouts }, 0, FIRST)}
        start={whereabouts}
        families={app.shelf.all.map(({ id, title, ratings }) => ({
          id,
          title,
          ratings: [...ratings.values()].map((each) => ({ id: each.id, name: each.name })),
        }))}
      />
    );
  },
});
export { Page as default, generateMetadata };
