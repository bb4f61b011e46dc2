import { bad, good, type Result } from "@/core/drive";
import type { Plant } from "@/core/plant";
import type { Application } from "@/server/application";
import type { ExerciseParts } from "@/server/practice";

/** What exercises work with; refused where the plant is a real one. */
export function exercisesIn(app: Application, plant: Plant): Result<ExerciseParts> {
  if (!plant.practice)
    return bad({
      kind: "not-found",
      text: "Exercises are done in the practice plant, and this is a real one.",
      remedy: "Choose the practice plant beside the program's name.",
    });
  const connectedAt = (tag: string): string | undefined =>
    app.bench.listOf(plant.id).find((each) => each.view().position?.tag === tag)?.identity.serial;
  return good({ db: app.db, practice: app.practice, plantId: plant.id, connectedAt, now: app.now });
}
