import { serve } from "@/app/_lib/serve";
import { door, people } from "@/core/contract";
import { good } from "@/core/drive";
import { writeJournal } from "@/server/journal";
import { makePlant } from "@/server/plant";

export const POST = serve(people.makePlant, async ({ app, person, body }) => {
  const slug = await app.db.transaction(async (tx) => {
    const made = await makePlant(tx, body.name.trim());
    await writeJournal(tx, {
      at: app.now(),
      plantId: made.id,
      by: person.id,
      byName: person.name,
      kind: "plant",
      text: `Added the plant ${made.name}.`,
    });
    return made.slug;
  });
  return good({ slug });
});

export const GET = serve(door.listPlants, ({ person }) =>
  good(person.plants.map(({ slug, name }) => ({ slug, name }))),
);
