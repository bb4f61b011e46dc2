import { buildSheet, saidOutside } from "@/core/sheet";
import type { Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import { recordByNumber, recordColumn } from "@/server/ledger";
import type { findReceipt } from "./receipt";

type Receipt = NonNullable<Awaited<ReturnType<typeof findReceipt>>>;

/**
 * What a drive held outside of what its family allows once the work of a receipt was done, in words: by the record of after. It may have been kept on purpose. Empty where nothing
 * is, and where the drive was not read afterwards, which the receipt says.
 */
export async function outsideAfter(
  { db, shelf }: { db: Database; shelf: DefinitionShelf },
  { positionId, content }: Pick<Receipt, "positionId" | "content">,
): Promise<string[]> {
  const { afterRecord } = content;
  const row = afterRecord === undefined ? undefined : await recordByNumber(db, positionId, afterRecord);
  const definition = row && (await shelf.ofRecord(db, row));
  if (!definition) return [];
  return saidOutside(buildSheet(definition, row.rating ?? undefined, [await recordColumn(db, row)]));
}
