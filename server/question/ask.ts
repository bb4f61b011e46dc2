import type { PositionLine } from "@/core/contract";
import { bad, good, type Result } from "@/core/drive";
import {
  allHold,
  parseCondition,
  subjectWords,
  type Answer,
  type Asked,
  type Condition,
  type Fact,
  type Holds,
} from "@/core/question";
import { isPartial } from "@/core/set";
import type { RawValue } from "@/core/value";
import type { Database } from "@/server/database";
import { listKey, type DefinitionShelf } from "@/server/definitions";
import { keptAnswers } from "@/server/kept-answers";
import type { CurrentAt, CurrentRecord, Overviews } from "@/server/plant";
import { valuesIn } from "@/server/sheets";
import { dayOf } from "@/server/when";
import { workedOutOnce } from "@/server/worked-out-once";
import { AskedList } from "./asked-list";
import { changesOf, type Changeable } from "./changeable";

const DAY_MS = 86_400_000;

export interface QuestionParts {
  db: Database;
  shelf: DefinitionShelf;
  overviews: Overviews;
  now: () => Date;
}

/** Which record of each position is asked. */
export type OfRecords = "standing" | "newest";

export interface QuestionLine {
  tag: string;
  title: string;
  area: string;
  family: string;
  /** Number of the record that was asked; absent where there is none. */
  record?: number;
  /** That record lacks some of the drive's parameters. */
  partial?: boolean;
  holds: Exclude<Holds, "no">;
  /** What it has there, one a condition. */
  cells: string[];
}

export interface QuestionAnswer {
  subjects: string[];
  /** Positions looked at: all that are not retired. */
  asked: number;
  yes: number;
  unknown: number;
  /** Those where all holds, then those where it cannot be told; by tag. */
  lines: QuestionLine[];
  changes: Changeable[];
}

/**
 * Every position of a plant where all conditions hold, and every one where that cannot be told. Input: conditions as they are typed, and which record of each
 * position is asked. A condition that cannot be read is a trouble that says which and why; nothing is asked then.
 */
export async function askPlant(
  { db, shelf, overviews, now }: QuestionParts,
  plantId: number,
  typed: readonly string[],
  of: OfRecords,
): Promise<Result<QuestionAnswer>> {
  const { lines, records } = await overviews.withRecords(plantId);
  const conditions: Condition[] = [];
  const askable = await codesIn({ shelf, overviews }, plantId);
  for (const each of typed) {
    const parsed = parseCondition(each, askable);
    if (!parsed.ok)
      return bad({
        kind: "bad-request",
        text: `"${each}" cannot be asked. ${parsed.trouble}`,
        remedy:
          parsed.likely.length > 0
            ? `Did you mean ${parsed.likely.join(", or ")}?`
            : 'Ask as in "deceleration time < 2 s", with a semicolon or "and" between several conditions.',
      });
    conditions.push(parsed.condition);
  }
  const work = (): Promise<QuestionAnswer> =>
    workOut({ db, shelf, now }, lines, rowsOf(records)[of], conditions);
  // How old a record is, is otherwise with each day.
  if (conditions.some(isOfAge)) return good(await work());
  return good(await answered(lines, JSON.stringify([of, conditions]), work));
}

/** Of so many lines what was asked last is kept, of some 200 bytes each. */
const answered = keptAnswers<readonly PositionLine[], QuestionAnswer>(50_000, ({ lines }) => lines.length);

const isOfAge = (one: Condition): boolean =>
  one.about === "either" ? one.any.some(isOfAge) : one.about === "age";

async function workOut(
  { db, shelf, now }: Omit<QuestionParts, "overviews">,
  lines: readonly PositionLine[],
  rows: ReadonlyMap<string, CurrentRecord>,
  conditions: readonly Condition[],
): Promise<QuestionAnswer> {
  const lists = new Map<string, AskedList>();
  for (const row of rows.values()) {
    const key = listKey(row);
    if (!lists.has(key)) lists.set(key, new AskedList(await shelf.ofRecord(db, row), conditions));
  }
  const listOf = (row: CurrentRecord | undefined): AskedList | undefined => row && lists.get(listKey(row));
  const values = await valuesIn(
    db,
    [...rows.values()].map((row) => row.hashAll),
    [...lists.values()].flatMap((each) => each.codes),
  );
  const held = lines
    .filter((each) => !each.retired)
    .map((line) => {
      const row = rows.get(line.tag);
      const list = listOf(row) ?? UNREAD;
      const asked: Asked = {
        fact: (about) => factAt(line, row, about),
        firmware: row?.firmware,
        readiness: line.verdict,
        taken: () => (row ? whenTaken(row, now()) : {}),
        definition: list.definition,
        values: (row && values.get(row.hashAll)) ?? NOTHING,
      };
      const answers: Answer[] = [];
      for (const condition of conditions) {
        const one = list.answer(condition, asked);
        answers.push(one);
        // All have to hold: whatever the others come to, it is no line of the answer.
        if (one.holds === "no") break;
      }
      return { line, row, answers, holds: allHold(answers.map((each) => each.holds)) };
    });
  const part = (wanted: Exclude<Holds, "no">): QuestionLine[] =>
    held
      .filter((each) => each.holds === wanted)
      .map(({ line: { tag, title, area, family }, row, answers }) => ({
        tag,
        title,
        area,
        family,
        record: row?.number,
        partial: row && isPartial(row) ? true : undefined,
        holds: wanted,
        cells: answers.map((each) => each.cell),
      }))
      .sort((a, b) => numeric.compare(a.tag, b.tag));
  const [yes, unknown] = [part("yes"), part("unknown")];
  return {
    subjects: conditions.map(subjectWords),
    asked: held.length,
    yes: yes.length,
    unknown: unknown.length,
    lines: [...yes, ...unknown],
    changes: changesOf(conditions, yes, (tag) => listOf(rows.get(tag))?.definition),
  };
}

/** What is said of a position, and of its drive as its record tells. */
function factAt(line: PositionLine, row: CurrentRecord | undefined, about: Fact): string | undefined {
  return about === "rating" ? row?.ratingName : line[about];
}

/** The records that are asked, by tag; worked out once as long as none of them changes. */
const rowsOf = workedOutOnce((records: readonly CurrentAt[]) => {
  const of = (which: OfRecords) =>
    new Map(records.flatMap(({ tag, [which]: row }) => (row ? [[tag, row] as const] : [])));
  return { newest: of("newest"), standing: of("standing") };
});

/** Of positions without a record. */
const UNREAD = new AskedList(undefined, []);

const numeric = new Intl.Collator("en", { numeric: true });
const NOTHING: ReadonlyMap<string, RawValue> = new Map();

/** On which day a record was taken, in this computer's time, and how many whole days ago; neither where a file did not say when. */
function whenTaken(
  { takenAt, source }: Pick<CurrentRecord, "takenAt" | "source">,
  now: Date,
): ReturnType<Asked["taken"]> {
  if (source && source.dateGiven === null) return {};
  return {
    days: Math.max(0, Math.floor((now.getTime() - takenAt.getTime()) / DAY_MS)),
    day: dayOf(takenAt),
  };
}

/** The codes one can ask by in a plant: those of every family that its newest records are of, without axis and set. */
export async function codesIn(
  { shelf, overviews }: Pick<QuestionParts, "shelf" | "overviews">,
  plantId: number,
): Promise<ReadonlySet<string>> {
  const records = await overviews.records(plantId);
  const known = codes.get(records) ?? codesOf(shelf, records);
  codes.set(records, known);
  return known;
}

/** By lists of records: they are made anew when a definition is. */
const codes = new WeakMap<readonly CurrentAt[], ReadonlySet<string>>();

function codesOf(shelf: DefinitionShelf, records: readonly CurrentAt[]): ReadonlySet<string> {
  const ids = new Set(records.flatMap(({ newest }) => newest?.definitionId ?? []));
  return new Set([...ids].flatMap((id) => shelf.find(id)?.parameters.map((each) => each.base) ?? []));
}
