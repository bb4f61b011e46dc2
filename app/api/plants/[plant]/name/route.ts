import { serve } from "@/app/_lib/serve";
import { people } from "@/core/contract";
import { good } from "@/core/drive";
import { writeJournal } from "@/server/journal";
import { namePlant } from "@/server/plant";

export const POST = serve(people.renamePlant, async ({ app, person, plant, body }) => {
  const name = body.name.trim();
  await app.db.transaction(async (tx) => {
    await namePlant(tx, plant.id, { slug: plant.slug, name });
    await writeJournal(tx, {
      at: app.now(),
      plantId: plant.id,
      by: person.id,
      byName: person.name,
      kind: "plant",
      text: `Named the plant ${name}; before it was ${plant.name}.`,
    });
  });
  return good(undefined);
});
