import { meantOtherwise } from "@/core/definition";
import { valuesByCode } from "@/core/set";
import { NOT_SETTINGS } from "@/core/value";
import type { Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import { loadSet, type RecordRow } from "@/server/ledger";

/**
 * Codes of the settings that a record has otherwise than an earlier one, in the definition's order. What only one of them has counts as otherwise, and so does what
 * meant something else under the version of the definition that the earlier one was made under.
 */
export async function changedCodes(
  db: Database,
  shelf: DefinitionShelf,
  now: RecordRow,
  then: RecordRow,
): Promise<string[]> {
  const [definition, former] = await Promise.all([shelf.ofRecord(db, now), shelf.ofRecord(db, then)]);
  if (!definition) return [];
  const [values, before] = (await Promise.all([loadSet(db, now), loadSet(db, then)])).map(valuesByCode) as [
    ReturnType<typeof valuesByCode>,
    ReturnType<typeof valuesByCode>,
  ];
  const otherwise = new Set(
    former && former.id === definition.id ? meantOtherwise(definition, former, values.keys()) : values.keys(),
  );
  return definition.parameters.flatMap(({ code, kind }) =>
    !NOT_SETTINGS.has(kind) && (values.get(code) !== before.get(code) || otherwise.has(code)) ? [code] : [],
  );
}
