import { format } from "date-fns";
import { and, asc, eq, isNull, sql } from "drizzle-orm";
import { mappedCode, type Definition } from "@/core/definition";
import { bad, good, type Result } from "@/core/drive";
import { parameterAt, placesOf } from "@/core/quantity";
import {
  allHold,
  answer,
  codesNeeded,
  parseCondition,
  subjectWords,
  type Condition,
  type Holds,
} from "@/core/question";
import type { RawValue } from "@/core/value";
import { tables, type Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import type { Overviews } from "@/server/plant";
import { valuesIn } from "@/server/sheets";

const { current, position, record } = tables;
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
  holds: Exclude<Holds, "no">;
  /** What it has there, one a condition. */
  cells: string[];
}

/** A parameter that a question was about, in one family: it can be changed at those positions in one go. */
export interface Changeable {
  definition: string;
  family: string;
  code: string;
  name: string;
  positions: Array<{ tag: string; title: string; text: string }>;
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

/** The parts of a question as it stands in an address: conditions with a semicolon between. */
export const conditionsIn = (ask: string): string[] =>
  ask
    .split(";")
    .map((each) => each.trim())
    .filter(Boolean);

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
  const { lines } = await overviews.of(plantId);
  const rows = await recordsAsked(db, plantId, of);
  const conditions: Condition[] = [];
  const codes = await codesIn({ db, shelf, overviews, now }, plantId);
  for (const each of typed) {
    const parsed = parseCondition(each, codes);
    if (!parsed.ok)
      return bad({
        kind: "bad-request",
        text: `"${each}" cannot be asked. ${parsed.trouble}`,
        remedy:
          parsed.likely.length > 0
            ? `Did you mean ${parsed.likely.join(", or ")}?`
            : 'Ask as in "deceleration time < 2 s", with a semicolon between several conditions.',
      });
    conditions.push(parsed.condition);
  }
  const definitions = new Map<string, Definition | undefined>();
  const byTag = new Map<string, { row: (typeof rows)[number]["row"]; definition: Definition | undefined }>();
  for (const { tag, row } of rows) {
    const key = JSON.stringify([row.definitionId, row.definitionVersion, row.firmware, row.facts]);
    if (!definitions.has(key)) definitions.set(key, await shelf.ofRecord(db, row));
    byTag.set(tag, { row, definition: definitions.get(key) });
  }
  const values = await valuesAsked(
    db,
    rows.map(({ row }) => row.hashAll),
    [...definitions.values()].flatMap((each) => (each ? codesNeeded(conditions, each) : [])),
  );
  const held = lines
    .filter((each) => !each.retired)
    .map((line) => {
      const found = byTag.get(line.tag);
      const answers = conditions.map((condition) =>
        answer(condition, {
          facts: {
            family: line.family,
            rating: found?.row.ratingName,
            area: line.area,
            machine: line.machine,
            serial: line.serial,
          },
          firmware: found?.row.firmware,
          readiness: line.verdict,
          ...(found ? whenTaken(found.row, now()) : { days: undefined, day: undefined }),
          definition: found?.definition,
          values: (found && values.get(found.row.hashAll)) ?? NOTHING,
        }),
      );
      return { line, found, answers, holds: allHold(answers.map((each) => each.holds)) };
    });
  const part = (wanted: Exclude<Holds, "no">): QuestionLine[] =>
    held
      .filter((each) => each.holds === wanted)
      .map(({ line: { tag, title, area, family }, found, answers }) => ({
        tag,
        title,
        area,
        family,
        record: found?.row.number,
        holds: wanted,
        cells: answers.map((each) => each.cell),
      }))
      .sort((a, b) => a.tag.localeCompare(b.tag, "en", { numeric: true }));
  const [yes, unknown] = [part("yes"), part("unknown")];
  return good({
    subjects: conditions.map(subjectWords),
    asked: held.length,
    yes: yes.length,
    unknown: unknown.length,
    lines: [...yes, ...unknown],
    changes: changesOf(conditions, yes, (tag) => byTag.get(tag)?.definition),
  });
}

const NOTHING: ReadonlyMap<string, RawValue> = new Map();

async function recordsAsked(db: Database, plantId: number, of: OfRecords) {
  return db
    .select({
      tag: position.tag,
      row: {
        number: record.number,
        takenAt: record.takenAt,
        source: record.source,
        definitionId: record.definitionId,
        definitionVersion: record.definitionVersion,
        firmware: record.firmware,
        ratingName: record.ratingName,
        facts: record.facts,
        hashAll: record.hashAll,
      },
    })
    .from(position)
    .innerJoin(current, and(eq(current.positionId, position.id), eq(current.which, of)))
    .innerJoin(record, eq(record.id, current.recordId))
    .where(and(eq(position.plantId, plantId), isNull(position.retiredAt)))
    .orderBy(asc(position.tag));
}

/** The values of some codes in each content, by its hash. Nothing is fetched where no value is asked for. */
async function valuesAsked(
  db: Database,
  hashes: readonly string[],
  codes: readonly string[],
): Promise<Map<string, Map<string, RawValue>>> {
  if (codes.length === 0 || hashes.length === 0) return new Map();
  const list = JSON.stringify([...new Set(hashes)]);
  return valuesIn(db, sql`select h from json_array_elements_text(${list}::json) as list(h)`, [
    ...new Set(codes),
  ]);
}

/** On which day a record was taken, in this computer's time, and how many whole days ago; neither where a file did not say when. */
function whenTaken(
  { takenAt, source }: { takenAt: Date; source: { dateGiven: string | null } | null },
  now: Date,
): Record<"days", number | undefined> & Record<"day", string | undefined> {
  if (source && source.dateGiven === null) return { days: undefined, day: undefined };
  return {
    days: Math.floor((now.getTime() - takenAt.getTime()) / DAY_MS),
    day: format(takenAt, "yyyy-MM-dd"),
  };
}

/** The codes one can ask by in a plant: those of every family that its newest records are of, without axis and set. */
export async function codesIn({ db, shelf }: QuestionParts, plantId: number): Promise<Set<string>> {
  const rows = await db
    .selectDistinct({ id: record.definitionId })
    .from(position)
    .innerJoin(current, eq(current.positionId, position.id))
    .innerJoin(record, eq(record.id, current.recordId))
    .where(eq(position.plantId, plantId));
  return codesOf(shelf, new Set(rows.map((each) => each.id)));
}

function codesOf(shelf: DefinitionShelf, ids: ReadonlySet<string>): Set<string> {
  return new Set([...ids].flatMap((id) => shelf.find(id)?.parameters.map((each) => each.base) ?? []));
}

/** What could be changed at the positions that were found: of each family that parameter of the question which is the only one of its code. */
function changesOf(
  conditions: readonly Condition[],
  lines: readonly QuestionLine[],
  definitionAt: (tag: string) => Definition | undefined,
): Changeable[] {
  const found = new Map<string, Changeable>();
  conditions.forEach((condition, i) => {
    if (condition.about !== "code" && condition.about !== "quantity") return;
    for (const { tag, title, cells } of lines) {
      const definition = definitionAt(tag);
      if (!definition || placesOf(definition).length > 1) continue;
      const code =
        condition.about === "code"
          ? condition.code
          : mappedCode(definition.file.quantities?.[condition.quantity]);
      const parameter = code === undefined ? undefined : parameterAt(definition, code, { axis: 0, set: 0 });
      if (!parameter || parameter.readOnly) continue;
      const key = `${definition.id} ${parameter.code}`;
      const known = found.get(key) ?? {
        definition: definition.id,
        family: definition.title,
        code: parameter.code,
        name: parameter.name,
        positions: [],
      };
      known.positions.push({ tag, title, text: cells[i]! });
      found.set(key, known);
    }
  });
  return [...found.values()];
}
