import { page } from "@/app/_lib/page";
import { OldFilesPage } from "@/features/old-files/old-files-page";
import { listTags } from "@/server/plant";

const { Page, generateMetadata } = page("record", {
  title: "Bring in old files",
  async render({ app, plant, query }) {
    const tags = (await listTags(app.db, plant.id)).map((each) => each.tag);
    const wanted = query.position;
    return <OldFilesPage position={tags.find((each) => each === wanted)} tags={tags} />;
  },
});
export { Page as default, generateMetadata };
