import { definitionFor } from "@/core/definition";
import { valuesByCode } from "@/core/set";
import type { Application } from "@/server/application";
import { loadSet, recordAt } from "@/server/ledger";
import type { LookedAt } from "@/server/sheets";
import { connectionIn } from "./connection-of";

/** What a sheet is of: a record, a drive that is connected, or a family as its definition has it. */
export interface Of {
  tag?: string;
  record?: number;
  connection?: string;
  firmware?: string;
  axes?: number;
}

/** The definition under which a sheet's parameter is looked at, and what it holds there; undefined when that is not there. */
export async function lookedAt(
  app: Application,
  plantId: number,
  definitionId: string,
  of: Of,
  code: string,
): Promise<LookedAt | undefined> {
  if (of.connection !== undefined) {
    const connection = connectionIn(app, plantId, of.connection);
    if (connection?.definition?.id !== definitionId) return undefined;
    const raw = connection.values.get(code);
    return { definition: connection.definition, rating: connection.identity?.rating, raw };
  }
  if (of.tag !== undefined && of.record !== undefined) {
    const found = await recordAt(app.db, plantId, of.tag, of.record);
    const definition = found && (await app.shelf.ofRecord(app.db, found.row));
    if (definition?.id !== definitionId) return undefined;
    const raw = valuesByCode(await loadSet(app.db, found!.row)).get(code);
    return { definition, rating: found!.row.rating ?? undefined, raw };
  }
  const family = app.shelf.find(definitionId);
  if (!family) return undefined;
  const { fitting: whole } = family;
  const fitting = { ...whole, firmware: of.firmware ?? whole.firmware, axes: of.axes ?? whole.axes };
  return { definition: definitionFor(family, fitting), rating: family.file.ratings[0]?.id, raw: undefined };
}
