import { eq } from "drizzle-orm";
import { bad, type Result } from "@/core/drive";
import { faultOfTag } from "@/core/plant";
import { tables, type Database } from "@/server/database";

const { position, area } = tables;

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
    .select({ row: position, area: area.name })
    .from(position)
    .innerJoin(area, eq(area.id, position.areaId))
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
    a[key] ?? "",
    b[key] ?? "",
  ]);
}

/** Why nothing can be said so of a position; undefined where it can. */
export function faultIn({ tag, title, area: name }: PositionWords): Result<never> | undefined {
  const fault =
    faultOfTag(tag) ??
    (title.trim() === "" ? "It has no title." : undefined) ??
    (name.trim() === "" ? "It has no area." : undefined);
  return fault === undefined
    ? undefined
    : bad({ kind: "bad-request", text: fault, remedy: "Correct it, then try again." });
}
