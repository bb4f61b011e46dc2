import { idOf } from "@/app/_lib/id-of";
import { page } from "@/app/_lib/page";
import { NewBatch } from "@/features/batch/new-batch";
import { listBatches } from "@/server/batch";

const { Page, generateMetadata } = page("see", {
  title: "Several drives",
  async render({ app, plant, person, query }) {
    const { areas, lines } = await app.overviews.of(plant.id);
    const there = lines.filter((each) => !each.retired);
    const record = idOf(query.record);
    const wanted = query.tags?.split(",") ?? [];
    return (
      <NewBatch
        name={person.name}
        areas={areas.map((name) => ({
          name,
          positions: there
            .filter((each) => each.area === name)
            .map(({ tag, title, standing }) => ({ tag, title, standing: standing?.number })),
        }))}
        earlier={await listBatches(app.db, plant.id)}
        tags={there.map((each) => each.tag).filter((tag) => wanted.includes(tag))}
        from={query.from && record ? { tag: query.from, record } : undefined}
      />
    );
  },
});
export { Page as default, generateMetadata };
