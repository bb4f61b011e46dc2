import { page } from "@/app/_lib/page";
import { CopiesPage } from "@/features/copies/copies-page";
import { listPlants } from "@/server/plant";

const { Page, generateMetadata } = page("plants", {
  title: "Copies",
  async render({ app }) {
    const copies = await app.copies.list();
    const hours = copies[0] ? Math.floor((app.now().getTime() - copies[0].at) / 3_600_000) : undefined;
    const plants = (await listPlants(app.db))
      .filter((each) => !each.practice)
      .map(({ slug, name }) => ({ slug, name }));
    return (
      <CopiesPage
        plants={plants}
        copies={copies}
        folder={app.copies.folder}
        ageHours={hours}
        damage={app.damage}
      />
    );
  },
});
export { Page as default, generateMetadata };
