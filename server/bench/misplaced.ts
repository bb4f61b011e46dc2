import { and, eq } from "drizzle-orm";
import type { Trouble } from "@/core/drive";
import { tables, type Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import type { Connection } from "./connection";
import { fittedWhere, notedAt } from "./recognise";

/**
 * What would follow from keeping a drive at a position where it does not seem to belong, as a question to a person: the position is another
 * family's, the ledger has the drive somewhere else, or, of one that it does not know, it answers where another position's drive is noted. Undefined when
 * nothing speaks against it.
 */
export async function misplaced(
  db: Database,
  shelf: DefinitionShelf,
  { identity, address, unit }: Connection,
  positionId: number,
): Promise<Trouble | undefined> {
  const { position } = tables;
  const [here] = await db.select().from(position).where(eq(position.id, positionId));
  if (!here) return undefined;
  const follows: string[] = [];
  if (here.definitionId !== "" && here.definitionId !== identity.definitionId) {
    const noted = shelf.find(here.definitionId)?.title ?? here.definitionId;
    follows.push(
      `${here.tag} is noted for the family ${noted}, and this is another, ${identity.family}. The records of one go onto the other only once they were carried over.`,
    );
  }
  const elsewhere = await fittedWhere(db, identity);
  if (elsewhere && elsewhere.id !== positionId) {
    // Plants stand apart: what is in another one is not told here.
    const there =
      elsewhere.plantId === here.plantId ? `at ${elsewhere.tag} ${elsewhere.title}` : "in another plant";
    const other = elsewhere.plantId === here.plantId ? elsewhere.tag : "its position there";
    follows.push(
      `The ledger has this drive fitted ${there}. Once it is recorded at ${here.tag}, ${other} counts as without a drive.`,
    );
  }
  const noted = elsewhere ? undefined : await notedAt(db, address.plantId, { linkId: address.linkId, unit });
  if (noted && noted.id !== positionId) {
    const { drive } = tables;
    const [own] = await db
      .select({ serial: drive.serial })
      .from(drive)
      .where(and(eq(drive.positionId, positionId), eq(drive.whereabouts, "fitted")));
    const taken = own
      ? ` Once it is recorded at ${here.tag}, drive ${own.serial} counts as taken out there.`
      : "";
    follows.push(
      `The ledger does not know this drive, and it answers where ${noted.tag} ${noted.title} is noted.${taken}`,
    );
  }
  if (follows.length === 0) return undefined;
  return {
    kind: "ask-first",
    text: follows.join(" "),
    remedy: `Read the tag at the machine. If it is ${here.tag}, say so; else choose the right position.`,
  };
}

/** Why nothing is recorded or restored at a position any more; undefined while it stands in the plant. */
export async function retiredThere(db: Database, positionId: number): Promise<Trouble | undefined> {
  const { position } = tables;
  const [row] = await db
    .select({ tag: position.tag, retiredAt: position.retiredAt, why: position.retiredWhy })
    .from(position)
    .where(eq(position.id, positionId));
  if (!row?.retiredAt) return undefined;
  return {
    kind: "not-now",
    text: `${row.tag} was retired: ${row.why}`,
    remedy: "Bring the position back first, or choose the right one.",
  };
}
