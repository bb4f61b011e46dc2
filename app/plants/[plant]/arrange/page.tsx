import { page } from "@/app/_lib/page";
import { Arrange } from "@/features/positions/arrange";
import { headingOf } from "@/server/paper";
import { linkLines } from "@/server/plant";

const { Page, generateMetadata } = page("arrange", {
  title: "Positions",
  async render({ app, plant }) {
    return (
      <Arrange
        first={await app.overviews.window(plant.id, {}, 0, 1)}
        heading={await headingOf(app.db, plant.id)}
        families={app.shelf.all.map(({ id, title }) => ({ id, title }))}
        links={await linkLines(app.db, plant.id)}
      />
    );
  },
});
export { Page as default, generateMetadata };
