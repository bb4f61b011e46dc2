import { page } from "@/app/_lib/page";
import { RoundsPage } from "@/features/rounds/rounds-page";
import { listRounds } from "@/server/rounds";
import { day } from "@/ui/when";

const { Page, generateMetadata } = page("see", {
  title: "Rounds",
  async render({ app, plant }) {
    const { areas, lines } = await app.overviews.of(plant.id);
    const there = lines.filter((each) => !each.retired);
    return (
      <RoundsPage
        today={day(app.now())}
        rounds={await listRounds(app.db, plant.id)}
        areas={areas.map((name) => ({
          name,
          tags: there.filter((each) => each.area === name).map((each) => each.tag),
        }))}
      />
    );
  },
});
export { Page as default, generateMetadata };
