import { page } from "@/app/_lib/page";
import { Arrange } from "@/features/positions/arrange";
import { headingOf } from "@/server/paper";

const { Page, generateMetadata } = page("arrange", {
  title: "Positions",
  async render({ app, plant }) {
    return (
      <Arrange
        first={await app.overviews.window(plant.id, {}, 0, 1)}
        heading={await headingOf(app.db, plant.id)}
        families={app.shelf.all.map(({ id, title }) => ({ id, title }))}
      />
    );
  },
});
export { Page as default, generateMetadata };
