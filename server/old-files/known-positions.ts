import { and, eq, isNull } from "drizzle-orm";
import type { OldFileChoices } from "@/core/contract";
import type { ValuesAbout } from "@/core/format";
import { guessPosition, type Known } from "@/core/plant";
import { tables, type Database } from "@/server/database";

export interface KnownPosition extends Known {
  id: number;
  definitionId: string;
}

/** The positions of a plant with what a file may name them by: tags, former tags, the drive that is fitted. */
export async function knownPositions(db: Database, plantId: number): Promise<KnownPosition[]> {
  const { position, formerTag, drive } = tables;
  const rows = await db
    .select({ id: position.id, tag: position.tag, definitionId: position.definitionId, serial: drive.serial })
    .from(position)
    .leftJoin(drive, and(eq(drive.positionId, position.id), eq(drive.whereabouts, "fitted")))
    .where(and(eq(position.plantId, plantId), isNull(position.retiredAt)));
  const former = await db
    .select({ id: formerTag.positionId, tag: formerTag.tag })
    .from(formerTag)
    .where(eq(formerTag.plantId, plantId));
  return rows.map(({ serial, ...each }) => ({
    ...each,
    serial: serial ?? undefined,
    formerTags: former.filter((one) => one.id === each.id).map((one) => one.tag),
  }));
}

/** Which position a file is of: as somebody said, as what is in it says, as where it lies says. Where the last two do not agree, a person decides. */
export function placeOf(
  choices: OldFileChoices,
  about: ValuesAbout,
  positions: KnownPosition[],
): { tag?: string; between?: string[] } {
  if (choices.position !== undefined) return { tag: choices.position };
  const serial = choices.serial ?? about.serial;
  const inside =
    positions.find((each) => each.tag === about.position) ??
    positions.find((each) => each.serial !== undefined && each.serial === serial);
  const outside = guessPosition(choices.path, positions);
  if (inside && outside !== undefined && inside.tag !== outside) return { between: [inside.tag, outside] };
  return { tag: inside?.tag ?? outside };
}
