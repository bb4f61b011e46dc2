import { page } from "@/app/_lib/page";
import { Arrange } from "@/features/positions/arrange";

const { Page, generateMetadata } = page("arrange", {
  title: "Positions",
  async render({ app, plant }) {
    return (
      <Arrange
        first={await app.overviews.window(plant.id, {}, 0, 1)}
        families={app.shelf.all.map(({ id, title }) => ({ id, title }))}
      />
    );
  },
});
export { Page as default, generateMetadata };
