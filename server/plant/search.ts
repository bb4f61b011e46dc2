import { and, asc, desc, eq, ilike, isNull, or } from "drizzle-orm";
import type { FoundThing } from "@/core/contract";
import { WHEREABOUTS_WORDS } from "@/core/plant";
import { positionPath } from "@/core/plant/position-path";
import { tables, type Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";

const MOST = 8;

/** Looks through positions (tag, title, job number), drives (serial number), open drafts (title, tag), the families and their parameters (code, name). */
export async function searchEverything(
  db: Database,
  shelf: DefinitionShelf,
  plantId: number,
  text: string,
): Promise<FoundThing[]> {
  const wanted = text.trim();
  if (wanted === "") return [];
  const { position, drive, draft } = tables;
  const like = `%${wanted.replace(/[\\%_]/g, "\\$&")}%`;
  const positions = await db
    .select()
    .from(position)
    .where(
      and(
        eq(position.plantId, plantId),
        or(ilike(position.tag, like), ilike(position.title, like), ilike(position.jobNumber, like)),
      ),
    )
    .orderBy(asc(position.tag))
    .limit(MOST);
  const drives = await db
    .select({
      serial: drive.serial,
      definitionId: drive.definitionId,
      whereabouts: drive.whereabouts,
      tag: position.tag,
    })
    .from(drive)
    .leftJoin(position, eq(position.id, drive.positionId))
    .where(and(eq(drive.plantId, plantId), ilike(drive.serial, like)))
    .limit(MOST);
  const drafts = await db
    .select({ id: draft.id, title: draft.title, byName: draft.byName, tag: position.tag })
    .from(draft)
    .innerJoin(position, eq(position.id, draft.positionId))
    .where(
      and(
        eq(draft.plantId, plantId),
        isNull(draft.closedAt),
        or(ilike(draft.title, like), ilike(position.tag, like)),
      ),
    )
    .orderBy(desc(draft.id))
    .limit(MOST);
  const lower = wanted.toLowerCase();
  const parameters = shelf.all.flatMap((definition) =>
    definition.parameters
      .filter((each) => each.code.toLowerCase().startsWith(lower) || each.name.toLowerCase().includes(lower))
      .map((each): FoundThing => ({
        kind: "parameter",
        title: `${each.code} ${each.name}`,
        detail: definition.title,
        href: `/families/${definition.id}?find=${encodeURIComponent(each.code)}`,
      })),
  );
  const families = shelf.all
    .filter((each) => each.title.toLowerCase().includes(lower))
    .map((each): FoundThing => ({
      kind: "family",
      title: each.title,
      detail: `version ${each.version}`,
      href: `/families/${each.id}`,
    }));
  return [
    ...positions.map((each): FoundThing => ({
      kind: "position",
      title: `${each.tag} ${each.title}`,
      detail: each.jobNumber,
      href: positionPath(each.tag),
    })),
    ...drives.map(({ tag, serial, definitionId, whereabouts }): FoundThing => ({
      kind: "drive",
      title: serial,
      detail: tag ? `fitted at ${tag}` : WHEREABOUTS_WORDS[whereabouts],
      href: `/drives/${encodeURIComponent(definitionId)}/${encodeURIComponent(serial)}`,
    })),
    ...drafts.map(({ id, title, byName, tag }): FoundThing => ({
      kind: "draft",
      title: `Draft “${title}”`,
      detail: `${tag}, ${byName}`,
      href: `/drafts/${id}`,
    })),
    ...families.slice(0, MOST),
    ...parameters.slice(0, MOST),
  ];
}
