import { and, desc, eq, ilike, isNull, or } from "drizzle-orm";
import type { FoundThing, PositionLine } from "@/core/contract";
import { plainTag, WHEREABOUTS_WORDS } from "@/core/plant";
import { positionPath } from "@/core/plant/position-path";
import { tables, type Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import { workedOutOnce } from "@/server/worked-out-once";
import type { Overviews } from "./overviews";
import { likeOf, searchWritten } from "./search-written";

const MOST = 8;

/**
 * Looks through positions (tag however it is typed, title, machine, job number), drives (serial number), open drafts (title, tag), the families and their parameters (code,
 * name), what people wrote down, and files (name, what was said of them).
 */
export async function searchEverything(
  db: Database,
  shelf: DefinitionShelf,
  overviews: Overviews,
  plantId: number,
  text: string,
): Promise<FoundThing[]> {
  const wanted = text.trim();
  if (wanted === "") return [];
  const { position, drive, draft } = tables;
  const like = likeOf(wanted);
  const positions = positionsCalled((await overviews.of(plantId)).lines, wanted).slice(0, MOST);
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
    ...(await searchWritten(db, plantId, wanted)),
  ];
}

/** What is searched of each position, worked out once as long as nothing changes in the plant's list. */
const names = workedOutOnce((lines: readonly PositionLine[]) =>
  lines.map((line) => ({
    line,
    plain: plainTag(line.tag),
    said: `${line.tag} ${line.title} ${line.machine} ${line.jobNumber}`.toLowerCase(),
  })),
);

/** Positions whose tag is what was typed, signs and zeros aside, then those that have all its words; retired ones last. */
function positionsCalled(lines: readonly PositionLine[], wanted: string): PositionLine[] {
  const words = wanted.toLowerCase().split(/\s+/);
  const asked = plainTag(wanted);
  return names(lines)
    .flatMap(({ line, plain, said }) => {
      const begins = asked.length > 1 && plain.startsWith(asked);
      if (plain !== asked && !begins && !words.every((each) => said.includes(each))) return [];
      return [{ line, rank: (plain === asked ? 0 : 1) + (line.retired ? 2 : 0) }];
    })
    .sort((one, other) => one.rank - other.rank || (one.line.tag < other.line.tag ? -1 : 1))
    .map((each) => each.line);
}
