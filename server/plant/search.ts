import { asc, ilike, or } from "drizzle-orm";
import { tables, type Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";

export interface Found {
  kind: "position" | "drive" | "parameter";
  title: string;
  detail: string;
  href: string;
}

const MOST = 8;

/** Looks through positions (tag, title, job number), drives (serial number) and the families' parameters (code, name). */
export async function searchEverything(db: Database, shelf: DefinitionShelf, text: string): Promise<Found[]> {
  const wanted = text.trim();
  if (wanted === "") return [];
  const { position, drive } = tables;
  const like = `%${wanted.replace(/[\\%_]/g, "\\$&")}%`;
  const positions = await db
    .select()
    .from(position)
    .where(or(ilike(position.tag, like), ilike(position.title, like), ilike(position.jobNumber, like)))
    .orderBy(asc(position.tag))
    .limit(MOST);
  const drives = await db
    .select({
      serial: drive.serial,
      whereabouts: drive.whereabouts,
      positionId: drive.positionId,
      rating: drive.rating,
    })
    .from(drive)
    .where(ilike(drive.serial, like))
    .limit(MOST);
  const all = drives.length > 0 ? await db.select({ id: position.id, tag: position.tag }).from(position) : [];
  const lower = wanted.toLowerCase();
  const parameters = shelf.all.flatMap((definition) =>
    definition.parameters
      .filter((each) => each.code.toLowerCase().startsWith(lower) || each.name.toLowerCase().includes(lower))
      .map((each): Found => ({
        kind: "parameter",
        title: `${each.code} ${each.name}`,
        detail: definition.title,
        href: `/families/${definition.id}?find=${encodeURIComponent(each.code)}`,
      })),
  );
  return [
    ...positions.map((each): Found => ({
      kind: "position",
      title: `${each.tag} ${each.title}`,
      detail: each.jobNumber,
      href: `/positions/${each.tag}`,
    })),
    ...drives.map((each): Found => {
      const tag = all.find((one) => one.id === each.positionId)?.tag;
      return {
        kind: "drive",
        title: each.serial,
        detail: tag ? `fitted at ${tag}` : each.whereabouts,
        href: tag ? `/positions/${tag}` : "/",
      };
    }),
    ...parameters.slice(0, MOST),
  ];
}
