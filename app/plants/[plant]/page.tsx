import { page } from "@/app/_lib/page";
import { Plant } from "@/features/plant/plant";
import { plantOverview } from "@/server/plant";

const { Page, generateMetadata } = page("see", {
  title: "Plant",
  async render({ app, plant }) {
    const areas = await plantOverview(app.db, plant.id);
    return (
      <Plant
        areas={areas.map(({ name, lines }) => ({
          name,
          lines: lines.map(({ definitionId, ...line }) => ({
            ...line,
            family: app.shelf.find(definitionId)?.title ?? definitionId,
            openRestore: line.openRestore && {
              ...line.openRestore,
              startedAt: line.openRestore.startedAt.getTime(),
            },
            newest: line.newest && { ...line.newest, takenAt: line.newest.takenAt.getTime() },
          })),
        }))}
      />
    );
  },
});
export { Page as default, generateMetadata };
