import { linkKey, linkLine, readLinkLine, type LinkSettings } from "@/core/link";
import { faultOfTag } from "./tag";

/** What a list of positions may say of each; the headings with which it is written. */
export const LIST_FIELDS = {
  area: "Area",
  tag: "Position",
  title: "Title",
  machine: "Machine",
  family: "Family",
  twinGroup: "Twins",
  jobNumber: "Job number",
  criticality: "Criticality",
  link: "Link",
  address: "Address",
  beforeWork: "Before work",
  notes: "Notes",
} as const;
export type ListField = keyof typeof LIST_FIELDS;
export const LIST_FIELD_NAMES = Object.keys(LIST_FIELDS) as ListField[];

export type ListedPosition = Record<ListField, string>;

/** What a line of a list would do, or why it does nothing. */
export interface ListLine {
  /** Where it stands in the file, from 1. */
  line: number;
  tag: string;
  verdict: "new" | "changed" | "same" | "wrong";
  /** What changes ("title: Fan 2 -> Fan 3"), or what is wrong and what to do. */
  says: string[];
  /** What the position becomes; absent where the line is wrong. */
  position?: ListedPosition;
}

/** Headings as people write them beside our own. */
const ALIKE: Partial<Record<ListField, RegExp>> = {
  area: /^(area|section|bereich|zone|department)$/i,
  tag: /^(position|tag|pos|place|equipment|anlage)$/i,
  title: /^(title|name|description|bezeichnung|what it drives)$/i,
  machine: /^(machine|asset|maschine)$/i,
  family: /^(family|drive|drive type|type)$/i,
  twinGroup: /^(twins|twin group)$/i,
  jobNumber: /^(job|job number|job no\.?|order)$/i,
  criticality: /^(criticality|critical)$/i,
  link: /^(link|host|ip|ip address|gateway|port)$/i,
  address: /^(address|node|node address|unit|station)$/i,
  beforeWork: /^(before work|notify)$/i,
  notes: /^(notes?|remarks?|comment)$/i,
};

interface Context {
  /** Positions that are there, by tag. */
  known: ReadonlyMap<string, ListedPosition>;
  /** Titles of the families that are here. */
  families: readonly string[];
  /** Links on which drives answered: a list does not make them speak otherwise. */
  links?: readonly LinkSettings[];
}

const CRITICAL = ["", "plant", "line", "machine"];

/**
 * Looks through a list of positions, with its headings in the first row that has a tag among them. A column that is not there changes nothing; a tag that is not
 * there yet makes a position. Lines that are wrong are said, with what to do; the others can be taken.
 */
export function readPlantList(
  rows: readonly (readonly string[])[],
  { known, families, links = [] }: Context,
): ListLine[] {
  const head = rows.findIndex((row) => row.some((cell) => ALIKE.tag!.test(cell.trim())));
  if (head < 0)
    return [
      {
        line: 1,
        tag: "",
        verdict: "wrong",
        says: [`No column is called "${LIST_FIELDS.tag}". Write it over the column with the tags.`],
      },
    ];
  const columns = new Map<ListField, number>();
  for (const field of LIST_FIELD_NAMES) {
    const at = rows[head]!.findIndex((cell) => ALIKE[field]!.test(cell.trim()));
    if (at >= 0) columns.set(field, at);
  }
  const before = new Map<string, number>();
  const spoken = new Map<string, Spoken>(
    links.map((each) => [linkKey(each), { line: undefined, link: linkLine(each) }]),
  );
  return rows.slice(head + 1).flatMap((row, i): ListLine[] => {
    if (row.every((cell) => cell.trim() === "")) return [];
    const line = head + 2 + i;
    const said = (field: ListField): string | undefined => {
      const at = columns.get(field);
      return at === undefined ? undefined : (row[at] ?? "").trim().replace(/^'(?=[=+\-@])/, "");
    };
    const tag = said("tag")!;
    const wrong = (...says: string[]): ListLine[] => [{ line, tag, verdict: "wrong", says }];
    const fault = faultOfTag(tag);
    if (fault) return wrong(`${fault} Correct it in the list.`);
    const twice = before.get(tag);
    if (twice !== undefined) return wrong(`${tag} stands already on line ${twice}. Take one of the two out.`);
    before.set(tag, line);
    const there = known.get(tag);
    const position = { ...(there ?? EMPTY), tag };
    for (const field of LIST_FIELD_NAMES) position[field] = said(field) ?? position[field];
    const faults = [...faultsOf(position, families), ...takeWay(position, line, spoken)];
    if (faults.length > 0) return wrong(...faults);
    if (!there) return [{ line, tag, verdict: "new", says: [], position }];
    const changes = LIST_FIELD_NAMES.filter((field) => there[field] !== position[field]).map(
      (field) =>
        `${LIST_FIELDS[field].toLowerCase()}: ${there[field] || "nothing"} → ${position[field] || "nothing"}`,
    );
    return [{ line, tag, verdict: changes.length > 0 ? "changed" : "same", says: changes, position }];
  });
}

const EMPTY = Object.fromEntries(LIST_FIELD_NAMES.map((field) => [field, ""])) as ListedPosition;

function faultsOf(position: ListedPosition, families: readonly string[]): string[] {
  const faults: string[] = [];
  if (position.area === "") faults.push("It has no area. Every position stands in one; fill it in.");
  if (position.title === "") faults.push("It has no title. Say what the drive drives.");
  for (const [field, most] of [
    ["area", 60],
    ["title", 120],
    ["machine", 120],
    ["twinGroup", 60],
    ["jobNumber", 40],
  ] as const)
    if (position[field].length > most)
      faults.push(`${LIST_FIELDS[field]} is longer than ${most} signs. Shorten it.`);
  if (!CRITICAL.includes(position.criticality))
    faults.push(
      `"${position.criticality}" is no criticality. Write plant, line or machine, or leave it empty.`,
    );
  if (position.family !== "" && !families.includes(position.family))
    faults.push(
      `No family "${position.family}" is here. Import its definition first, or leave the family empty: it is found out when the drive is recorded.`,
    );
  return faults;
}

/** Puts a position's link into the words in which all links are written. Says what is wrong with its link and address, or with a link that an earlier line speaks on otherwise. */
function takeWay(position: ListedPosition, line: number, spoken: Map<string, Spoken>): string[] {
  const { link, address } = position;
  if (link === "" && address === "") return [];
  if (link === "") return [`It has the address ${address} and no link. Write both, or neither.`];
  const read = readLinkLine(link);
  if ("fault" in read) return [read.fault];
  if (!/^\d{1,3}$/.test(address) || Number(address) > 255)
    return [`"${address}" is no address on a link. Write a number from 0 to 255.`];
  position.link = linkLine(read.link);
  position.address = String(Number(address));
  const key = linkKey(read.link);
  const earlier = spoken.get(key) ?? { line, link: position.link };
  spoken.set(key, earlier);
  if (earlier.link === position.link) return [];
  return earlier.line === undefined
    ? [spokenOtherwise(earlier.link)]
    : [`Line ${earlier.line} says of the same port or gateway: ${earlier.link}. Write the same in both.`];
}

/** How a link is spoken on: by an earlier line of the list, or as drives answered on it. */
interface Spoken {
  line: number | undefined;
  link: string;
}

/** Why a link on which drives answered is not made to speak otherwise from the desk. */
export const spokenOtherwise = (link: string): string =>
  `Drives answered on this port or gateway as: ${link}. Write that; whether it speaks otherwise now is found out at the bench.`;
