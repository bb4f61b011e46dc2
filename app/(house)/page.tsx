import { Plant } from "@/features/plant/plant";
import { application } from "@/server/application";
import { plantOverview } from "@/server/plant";

export const metadata = { title: "Plant" };

export default async function PlantPage() {
  const app = await application();
  const areas = await plantOverview(app.db);
  return (
    <Plant
      areas={areas.map(({ name, lines }) => ({
        name,
        lines: lines.map((line) => ({
          ...line,
          family: app.shelf.find(line.definitionId)?.title ?? line.definitionId,
          newest: line.newest && { ...line.newest, takenAt: line.newest.takenAt.getTime() },
          standing: line.standing && { number: line.standing.number },
        })),
      }))}
    />
  );
}
