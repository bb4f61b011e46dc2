import { and, desc, eq } from "drizzle-orm";
import { valuesByCode } from "@/core/set";
import type { RawValue } from "@/core/value";
import { tables, type Database } from "@/server/database";
import { loadSet } from "@/server/ledger";
import type { Connection } from "./connection";

/**
 * What the permanent memory of a drive holds, as far as this ledger knows: the last record of this very drive in which nothing was volatile. Undefined where there is none, or where
 * the drive is read with a definition that does not fit.
 */
export async function lastPermanent(
  db: Database,
  { identity, fit }: Pick<Connection, "identity" | "fit">,
): Promise<{ record: number; values: ReadonlyMap<string, RawValue> } | undefined> {
  if (fit !== "fits") return undefined;
  const { record } = tables;
  const [last] = await db
    .select({ number: record.number, hashAll: record.hashAll, definitionId: record.definitionId })
    .from(record)
    .where(
      and(
        eq(record.definitionId, identity.definitionId),
        eq(record.serial, identity.serial),
        eq(record.volatile, false),
      ),
    )
    .orderBy(desc(record.takenAt), desc(record.id))
    .limit(1);
  return last && { record: last.number, values: valuesByCode(await loadSet(db, last)) };
}

/**
 * Codes whose values may be gone after a power-off while the drive says that something is volatile: those that are otherwise than in the last record of
 * this very drive in which nothing was. Undefined when there is no such record, so that it may be any.
 */
export async function volatileCodes(
  db: Database,
  { identity, values, state, fit }: Connection,
): Promise<ReadonlySet<string> | undefined> {
  if (fit !== "fits" || state?.volatile === undefined) return undefined;
  if (!state.volatile) return new Set();
  const permanent = (await lastPermanent(db, { identity, fit }))?.values;
  if (!permanent) return undefined;
  return new Set([...values].filter(([code, raw]) => permanent.get(code) !== raw).map(([code]) => code));
}
