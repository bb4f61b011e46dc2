import type { Column } from "@/core/compare";
import type { DraftChangeView } from "@/core/contract";
import { changesOf, faultsOf, type Values } from "@/core/draft";
import { buildSheet, type SheetData, type SheetRow } from "@/core/sheet";
import { formatLine, type RawValue } from "@/core/value";
import type { Database } from "@/server/database";
import { defaultColumn } from "@/server/ledger";
import type { LoadedDraft } from "./load";
import { newerRecord } from "./merge";

/**
 * A draft as a sheet: what it holds, beside the record that it stands on and the factory default. `only` names the parameters that are wanted; all where it is absent. `live`: of a draft
 * at a drive, what that holds stands first. `title`: what its own column is called.
 */
export function draftSheet(
  loaded: LoadedDraft,
  only?: ReadonlySet<string>,
  live?: LiveValues,
  title = "Draft",
): SheetData {
  const { definition, rating, record, base, values } = loaded;
  if (live) return buildSheet(definition, rating, atDrive(loaded, live), only);
  const columns: Column[] = [
    { id: "draft", title, source: "draft", values },
    ...(record === undefined
      ? []
      : [{ id: "record", title: `Record ${record}`, source: "record" as const, values: base }]),
    defaultColumn(definition, rating),
  ];
  return buildSheet(definition, rating, columns, only);
}

/** What the drive holds on which the values of a draft are wished; `volatile`: what would be gone after a power-off, undefined where nobody knows. */
export interface LiveValues {
  values: Values;
  volatile: ReadonlySet<string> | undefined;
}

/** What the drive holds comes first: a draft at a drive is about what is in it. */
function atDrive({ values: wished }: LoadedDraft, { values, volatile }: LiveValues): Column[] {
  return [
    { id: "live", title: "In the drive, as read", source: "live", values, volatile },
    { id: "draft", title: "As wished", source: "draft", values: wished },
  ];
}

/** What a draft changes, in words, with who, when and why, and what is wrong with it where it was kept on purpose. */
export function changeViews({ definition, rating, base, steps, values }: LoadedDraft): DraftChangeView[] {
  const line = (code: string, raw: RawValue | undefined) =>
    raw === undefined ? undefined : formatLine(definition.byCode.get(code)!, raw);
  return changesOf(base, steps).map(({ code, from, to, step }) => ({
    code,
    name: definition.byCode.get(code)!.name,
    from: line(code, from),
    to: line(code, to),
    raw: to,
    reason: step.reason,
    byName: step.byName,
    at: step.at,
    faults: to === undefined ? [] : faultsOf(definition, rating, values, code, to),
  }));
}

/** What has become of a draft since its step `since`: its changes as they are now, and the rows that the steps since then touched. */
export async function draftNews(
  db: Database,
  loaded: LoadedDraft,
  since: number,
  live?: LiveValues,
): Promise<{
  last: number;
  record: number | undefined;
  closed: boolean;
  newer: number | undefined;
  changes: DraftChangeView[];
  rows: SheetRow[];
  anew: boolean;
}> {
  const { steps, record, row } = loaded;
  const touched = new Set(steps.flatMap(({ n, code }) => (n > since ? [code] : [])));
  // What a rule holds against one that was touched may be outside now, or no more.
  const concerned = new Set(touched);
  for (const { lower, upper } of loaded.definition.rules)
    if (touched.has(lower) || touched.has(upper)) concerned.add(lower).add(upper);
  const rows =
    touched.size === 0 ? [] : draftSheet(loaded, concerned, live).groups.flatMap((each) => each.rows);
  const closed = row.closedAt !== null;
  return {
    last: steps.at(-1)?.n ?? 0,
    record,
    closed,
    newer: closed ? undefined : (await newerRecord(db, loaded))?.number,
    changes: changeViews(loaded),
    rows,
    anew: rows.filter((each) => touched.has(each.code)).length !== touched.size,
  };
}
