import { eq } from "drizzle-orm";
import { bad, type Result } from "@/core/drive";
import { linkLine, readLinkLine } from "@/core/link";
import { faultOfTag } from "@/core/plant";
import { tables, type Database } from "@/server/database";

const { position, area, link } = tables;

/** What people say of a position. */
export interface PositionWords {
  tag: string;
  title: string;
  area: string;
  /** Empty where its family is not known yet: it is found out when a drive is recorded there. */
  definitionId: string;
  machine: string;
  criticality: (typeof tables.CRITICALITIES)[number] | null;
  twinGroup: string;
  jobNumber: string;
  /** The link its drive is on, in one line (`linkLine`); empty where none is noted. */
  link: string;
  /** The address at which it answers there; null where no link is noted. */
  address: number | null;
  beforeWork: string;
  notes: string;
}

/** What is said of a position now, with the number of its version. Locked for a change where one follows. */
export async function wordsOf(
  db: Database,
  id: number,
  forChange = false,
): Promise<{ words: PositionWords; revision: number } | undefined> {
  const asked = db
    .select({ row: position, area: area.name, link: link.settings })
    .from(position)
    .innerJoin(area, eq(area.id, position.areaId))
    .leftJoin(link, eq(link.id, position.linkId))
    .where(eq(position.id, id));
  const [found] = await (forChange ? asked.for("update", { of: position }) : asked);
  if (!found) return undefined;
  const {
    tag,
    title,
    definitionId,
    machine,
    criticality,
    twinGroup,
    jobNumber,
    unitAddress,
    beforeWork,
    notes,
    revision,
  } = found.row;
  return {
    revision,
    words: {
      tag,
      title,
      area: found.area,
      definitionId,
      machine,
      criticality,
      twinGroup: twinGroup ?? "",
      jobNumber,
      link: found.link === null ? "" : linkLine(found.link),
      address: found.link === null ? null : unitAddress,
      beforeWork,
      notes,
    },
  };
}

const WORDS: Array<[keyof PositionWords, string]> = [
  ["tag", "tag"],
  ["title", "title"],
  ["area", "area"],
  ["definitionId", "family"],
  ["machine", "machine"],
  ["criticality", "criticality"],
  ["twinGroup", "twins"],
  ["jobNumber", "job number"],
  ["link", "link"],
  ["address", "address"],
  ["beforeWork", "before work"],
  ["notes", "notes"],
];

/** What two people say otherwise of a position, in words. */
export function differences(
  a: PositionWords,
  b: PositionWords,
): Array<[what: string, from: string, to: string]> {
  return WORDS.filter(([key]) => (a[key] ?? "") !== (b[key] ?? "")).map(([key, what]) => [
    what,
    String(a[key] ?? ""),
    String(b[key] ?? ""),
  ]);
}

/** Why nothing can be said so of a position; undefined where it can. */
export function faultIn({ tag, title, area: name, ...way }: PositionWords): Result<never> | undefined {
  const fault =
    faultOfTag(tag) ??
    (title.trim() === "" ? "It has no title." : undefined) ??
    (name.trim() === "" ? "It has no area." : undefined) ??
    faultOfWay(way);
  return fault === undefined
    ? undefined
    : bad({ kind: "bad-request", text: fault, remedy: "Correct it, then try again." });
}

/** What is wrong with a way to a drive: a line that is no link, or a link and an address that do not both stand there. */
function faultOfWay({ link: line, address }: Pick<PositionWords, "link" | "address">): string | undefined {
  if (line === "")
    return address === null
      ? undefined
      : `It has the address ${address} and no link on which it answers there.`;
  const read = readLinkLine(line);
  if ("fault" in read) return read.fault;
  return address === null ? "It has a link, and no address at which its drive answers there." : undefined;
}
