import type { ElsewhereView } from "@/core/contract";
import type { Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import { keptAnswers } from "@/server/kept-answers";
import type { CurrentAt } from "@/server/plant";
import { valuesAcross } from "./history";
import { readerOf } from "./parameter";

/** So many of the most frequent values are named. */
const NAMED = 6;
const AT_ONCE = 50;

/** What of it is asked for: beside what is held here, without this position, a part of the lines. */
interface Wanted {
  held?: string;
  but?: string;
  from?: number;
  count?: number;
}

/** A parameter at every position of a family, those that have it otherwise than `held` first. Input: the positions of a plant with their records. */
export async function elsewhere(
  db: Database,
  shelf: DefinitionShelf,
  positions: readonly CurrentAt[],
  definitionId: string,
  code: string,
  { held, but, from = 0, count = AT_ONCE }: Wanted,
): Promise<ElsewhereView> {
  const all = await read(positions, JSON.stringify([definitionId, code]), () =>
    readAcross(db, shelf, positions, definitionId, code),
  );
  const lines = all.filter((each) => each.tag !== but);
  const counts = new Map<string | undefined, number>();
  for (const { text } of lines) counts.set(text, (counts.get(text) ?? 0) + 1);
  const alike = held === undefined ? [] : lines.filter((each) => each.text === held);
  const ordered = held === undefined ? lines : [...lines.filter((each) => each.text !== held), ...alike];
  const frequent = [...counts].sort(([, one], [, other]) => other - one).slice(0, NAMED);
  return {
    total: lines.length,
    alike: alike.length,
    different: counts.size,
    values: frequent.map(([text, times]) => ({ text, positions: times })),
    from,
    lines: ordered.slice(from, from + count),
  };
}

type Lines = ElsewhereView["lines"];

/** Of so many lines what was asked last is kept, of some 100 bytes each. */
const read = keptAnswers<readonly CurrentAt[], Lines>(50_000, (lines) => lines.length);

async function readAcross(
  db: Database,
  shelf: DefinitionShelf,
  positions: readonly CurrentAt[],
  definitionId: string,
  code: string,
): Promise<Lines> {
  const across = await valuesAcross(db, positions, definitionId, code);
  const words = await readerOf(
    db,
    shelf,
    code,
    across.map((each) => each.row),
  );
  return across.map(({ row, raw, tag, title, standing }) => ({
    tag,
    title,
    standing,
    record: row.number,
    ...words(row, raw),
  }));
}
