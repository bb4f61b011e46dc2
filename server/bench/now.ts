import { bad, good, type Result } from "@/core/drive";
import { NOT_SETTINGS, type RawValue } from "@/core/value";
import type { Links } from "@/server/link";
import type { Connection } from "./connection";

/** As many as are read again and again: a line carries other things beside. */
export const MOST_NOW = 64;

/**
 * Some values of a connected drive as they are now, by code, and how long the line took. Only what a drive changes by itself is read so: settings are read as a
 * whole, so that a record is of one moment. Codes that it does not have are left out.
 */
export async function valuesNow(
  links: Links,
  connection: Connection,
  codes: readonly string[],
): Promise<Result<{ values: Map<string, RawValue>; ms: number }>> {
  const disturbs = connection.definition.file.readingDisturbs;
  if (disturbs !== undefined)
    return bad({
      kind: "ask-first",
      text: `Reading this drive disturbs it: ${disturbs}`,
      remedy: "Read it as a whole, once that does no harm.",
    });
  const wanted = codes
    .filter((each) => {
      const kind = connection.definition.byCode.get(each)?.kind;
      return kind !== undefined && NOT_SETTINGS.has(kind);
    })
    .slice(0, MOST_NOW);
  if (wanted.length === 0) return good({ values: new Map(), ms: 0 });
  return links.ask("now", { drive: connection.id, codes: wanted });
}
