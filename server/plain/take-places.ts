import { and, eq, ne, sql } from "drizzle-orm";
import { tables } from "@/server/database";
import { KINDS, type Doc } from "./kinds";
import type { Taking } from "./taking";

const { position, drive } = tables;

/** The plant that came in, as it is here; made where it is not here yet. */
export async function plantOf(taking: Taking, doc: Doc): Promise<{ id: number; name: string; uid: string }> {
  const { plant } = tables;
  const find = async () =>
    (
      await taking.tx
        .select({ id: plant.id, name: plant.name, uid: plant.uid })
        .from(plant)
        .where(eq(plant.uid, doc.uid!))
    )[0];
  const here = await find();
  if (here) return here;
  // What a new ledger begins with, empty and unnamed, is not in the way.
  const slugs = (await taking.tx.select({ slug: plant.slug }).from(plant)).map((each) => each.slug);
  let slug = String(doc.slug);
  for (let n = 2; slugs.includes(slug); n++) slug = `${doc.slug}-${n}`;
  if (slug !== doc.slug)
    taking.say(`Another plant has the address ${doc.slug} here: ${doc.name} has ${slug}.`);
  await taking.add(KINDS.plant, [{ ...doc, slug }]);
  return (await find())!;
}

/** Takes a position in; one that is here stays as it is, another one of the same tag gets another tag. */
export async function takePosition(taking: Taking, doc: Doc, plantId: number): Promise<void> {
  const tags = await taking.tx
    .select({ tag: position.tag, uid: position.uid, title: position.title })
    .from(position)
    .where(eq(position.plantId, plantId));
  const here = tags.find((each) => each.uid === doc.uid);
  if (here) {
    if (here.tag !== doc.tag || here.title !== doc.title)
      taking.say(`${here.tag} ${here.title} is ${doc.tag} ${doc.title} there: what is said here stays.`);
    return;
  }
  let tag = String(doc.tag);
  for (let n = 2; tags.some((each) => each.tag === tag); n++) tag = `${doc.tag}-${n}`;
  if (tag !== doc.tag)
    taking.say(`Another position has the tag ${doc.tag} here: the one that came in is ${tag}.`);
  taking.taken.added.positions += await taking.add(KINDS.position, [{ ...doc, tag }]);
}

/** Takes drives and their lives in; a drive is the same by family and serial number. */
export async function takeDrives(taking: Taking, paths: string[]): Promise<void> {
  for (const path of paths) {
    const { drive: doc, events } = await taking.json<{ drive: Doc; events: Doc[] }>(path);
    await taking.aliases(
      [doc],
      "drive",
      (each) => sql`definition_id = ${each.definition_id} and serial = ${each.serial}`,
    );
    await taking.add(KINDS.drive, [await placed(taking, doc)]);
    await taking.add(KINDS.driveEvent, events);
  }
}

/** A drive as it can stand here: of two that are fitted at one position by what each ledger saw, the one that is here stays. */
async function placed(taking: Taking, doc: Doc): Promise<Doc> {
  if (doc.whereabouts !== "fitted" || typeof doc.position_id !== "string") return doc;
  const [other] = await taking.tx
    .select({ serial: drive.serial, tag: position.tag })
    .from(drive)
    .innerJoin(position, eq(position.id, drive.positionId))
    .where(and(eq(position.uid, taking.uid(doc.position_id)), ne(drive.uid, doc.uid!)));
  if (!other || taking.alias.has(doc.uid!)) return doc;
  taking.say(
    `At ${other.tag} drive ${other.serial} is fitted here, drive ${String(doc.serial)} there: the one that came in counts as taken out. Look at the cabinet.`,
  );
  return { ...doc, whereabouts: "removed", position_id: null };
}
