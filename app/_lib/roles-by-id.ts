import type { PlantRole } from "@/core/contract";
import { bad, good, type Result } from "@/core/drive";
import type { Database } from "@/server/database";
import { listPlants } from "@/server/plant";

/** Roles by a plant's slug, as they come, by its id, as they are kept. One role for each plant. */
export async function rolesById(
  db: Database,
  roles: Array<{ plant: string; role: PlantRole }>,
): Promise<Result<Array<{ plantId: number; role: PlantRole }>>> {
  const plants = await listPlants(db);
  const found = new Map<number, PlantRole>();
  for (const { plant, role } of roles) {
    const id = plants.find((each) => each.slug === plant)?.id;
    if (id === undefined)
      return bad({
        kind: "bad-request",
        text: `There is no plant ${plant}.`,
        remedy: "Load the page again, then choose among the plants.",
      });
    found.set(id, role);
  }
  return good([...found].map(([plantId, role]) => ({ plantId, role })));
}
