import { compareColumns, oddOnes, type Column } from "@/core/compare";
import type { Definition } from "@/core/definition";
import { formatLine } from "@/core/value";
import type { Database } from "@/server/database";
import type { RecordRow } from "@/server/ledger";
import { sinceWhen, type Since } from "./history";

/** Machines that ought to be alike, each with the record that it is looked at by. */
export interface Twin {
  column: Column;
  row: RecordRow;
}

/** One setting in which somebody stands apart, in words. */
export interface OddWords {
  code: string;
  name: string;
  /** Tags of those that stand apart. */
  who: string[];
  value: string;
  others: string;
  count: number;
  /** Who made it so, when, and what was noted; absent where it was so in the oldest record already. */
  since?: { tag: string; record: number; at: number; byName: string; note?: string };
}

/**
 * Who is the odd one out among several positions, the likeliest reason first: what was changed last, then what was always so. Said of the first of those that stand apart is
 * since when it is so, and by whom. Empty where not each column is of a position of its own.
 */
export async function oddWords(
  db: Database,
  definition: Definition,
  twins: readonly Twin[],
): Promise<OddWords[]> {
  const tags = twins.map(({ column }) => column.at);
  if (twins.length < 3 || tags.includes(undefined) || new Set(tags).size < tags.length) return [];
  const columns = twins.map(({ column }) => column);
  const odd = oddOnes(compareColumns(definition, columns), columns);
  const since = await Promise.all(
    twins.map(({ row }, i) => {
      const codes = odd.flatMap(({ who, parameter }) => (who[0] === i ? [parameter.code] : []));
      return codes.length === 0 ? new Map<string, Since>() : sinceWhen(db, row, codes);
    }),
  );
  return odd
    .map(({ parameter, who, value, others, count }): OddWords => {
      const first = who[0]!;
      const found = since[first]!.get(parameter.code);
      return {
        code: parameter.code,
        name: parameter.name,
        who: who.map((i) => tags[i]!),
        value: formatLine(parameter, value),
        others: formatLine(parameter, others),
        count,
        ...(found && !found.always
          ? {
              since: {
                tag: tags[first]!,
                record: found.row.number,
                at: found.row.takenAt.getTime(),
                byName: found.row.takenByName,
                ...(found.note === undefined ? {} : { note: found.note }),
              },
            }
          : {}),
      };
    })
    .sort((one, other) => (other.since?.at ?? 0) - (one.since?.at ?? 0));
}
