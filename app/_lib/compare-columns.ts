import { connectionIn } from "@/app/_lib/connection-of";
import { idOf } from "@/app/_lib/id-of";
import type { Column } from "@/core/compare";
import { listName, meantOtherwise, together, type Definition } from "@/core/definition";
import { quantityLines } from "@/core/quantity";
import { buildSheet } from "@/core/sheet";
import type { Application } from "@/server/application";
import { loadDraft } from "@/server/drafts";
import { defaultColumn, recordAt, recordColumn, type RecordRow } from "@/server/ledger";
import type { FileBeside } from "@/server/old-files";
import type { SideBySide } from "@/server/paper";

/** What stands beside others, with the list that it is read by. */
export interface ComparedColumn {
  column: Column;
  definition: Definition;
  rating: string | undefined;
  /** The record it is. */
  of?: { tag: string; record: number };
  row?: RecordRow;
  /** The file it is from. */
  file?: FileBeside;
}

export interface Compared {
  /** Everything that was found, whatever its list. */
  found: ComparedColumn[];
  /** Those of the first one's parameter list: they stand side by side by code. */
  fitting: ComparedColumn[];
  /** Tokens that lead to nothing. */
  missing: string[];
  /** Titles of those under another list, with its name. */
  otherLists: string[];
  /** Of columns made under another version of the list: codes that meant something else there, and are left out. */
  otherwise: Array<{ title: string; version: string; codes: string[] }>;
}

/** As many as one page holds. */
const MOST = 8;

/** Everything that tokens name: `TAG:7` a record, `TAG:standing`, `TAG:default` the factory's values for the rating there, `live:ID` a connected drive, `draft:ID` a draft, `file:ID` a file that was dropped there. */
export async function comparedColumns(
  app: Application,
  plantId: number,
  tokens: readonly string[],
): Promise<Compared> {
  const all = await Promise.all(tokens.slice(0, MOST).map((token) => findColumn(app, plantId, token)));
  const found = all.filter((each) => each !== undefined);
  const first = found[0];
  const otherwise: Compared["otherwise"] = [];
  const fitting = found
    .filter(({ definition }) => definition.id === first?.definition.id)
    .map((each) => {
      const codes = meantOtherwise(first!.definition, each.definition, each.column.values.keys());
      if (codes.length === 0) return each;
      otherwise.push({ title: each.column.title, version: each.definition.version, codes });
      const values = new Map([...each.column.values].filter(([code]) => !codes.includes(code)));
      return { ...each, column: { ...each.column, values } };
    });
  return {
    found,
    fitting,
    missing: tokens.filter((_, i) => all[i] === undefined),
    otherLists: found
      .filter(({ definition }) => definition.id !== first?.definition.id)
      .map(({ column, definition }) => `${column.title} (${listName(definition)})`),
    otherwise,
  };
}

async function findColumn(
  app: Application,
  plantId: number,
  token: string,
): Promise<ComparedColumn | undefined> {
  const [place = "", which = ""] = token.split(":");
  if (place === "live") {
    const connection = connectionIn(app, plantId, which);
    if (!connection?.definition || connection.values.size === 0) return undefined;
    return {
      definition: connection.definition,
      rating: connection.identity?.rating,
      column: {
        id: token,
        title: `${connection.position?.tag ?? connection.identity?.serial} in the drive`,
        source: "live",
        at: connection.position?.tag,
        values: connection.values,
      },
    };
  }
  if (place === "draft") {
    const loaded = await loadDraft(app.db, app.shelf, plantId, idOf(which) ?? 0);
    if (!loaded) return undefined;
    const { definition, rating, values, tag, row } = loaded;
    const title = `${tag} draft “${row.title}”`;
    return { definition, rating, column: { id: token, title, source: "draft", at: tag, values } };
  }
  if (place === "file") {
    const file = app.beside.find(plantId, which);
    if (!file) return undefined;
    const { definition, rating, values, name } = file;
    return { definition, rating, file, column: { id: token, title: `File ${name}`, source: "file", values } };
  }
  const found = await recordAt(app.db, plantId, place, which === "default" ? "standing" : wanted(which));
  const definition = found && (await app.shelf.ofRecord(app.db, found.row));
  if (!found || !definition) return undefined;
  const { row, tag, standing } = found;
  const rating = row.rating ?? undefined;
  if (which === "default") {
    const title = `Factory default, ${row.ratingName}`;
    return { definition, rating, column: { ...defaultColumn(definition, rating), id: token, title } };
  }
  const title = `${tag} record ${row.number}${standing ? ", standing" : ""}`;
  return {
    definition,
    rating,
    column: { ...(await recordColumn(app.db, row, title)), id: token, at: tag },
    of: { tag, record: row.number },
    row,
  };
}

/** Which record a token names; 0 is none. */
function wanted(which: string): number | "standing" {
  return which === "standing" ? which : (idOf(which) ?? 0);
}

/** What is found side by side: by the first one's codes, or all of it by what the values mean. Undefined where nothing was found. */
export function sideBySide({ found, fitting }: Compared, by: "code" | "meaning"): SideBySide | undefined {
  const first = found[0];
  if (!first) return undefined;
  if (by === "meaning")
    return {
      by,
      titles: found.map((each) => each.column.title),
      lines: quantityLines(
        found.map(({ column, definition }) => ({
          id: column.id,
          title: column.title,
          definition,
          values: column.values,
        })),
      ),
    };
  const definition = together([first.definition, ...fitting.map((each) => each.definition)]);
  const columns = fitting.map(({ column, definition: own }): Column => {
    const lacks = definition.parameters.flatMap(({ code }) => (own.byCode.has(code) ? [] : [code]));
    return lacks.length > 0 ? { ...column, lacks: new Set(lacks) } : column;
  });
  return { by, sheet: buildSheet(definition, first.rating, columns) };
}

/** What does not stand beside the others, in words. */
export function leftWords({ missing, otherLists, otherwise }: Compared, by: "code" | "meaning"): string[] {
  if (by === "meaning") return missing.map((each) => `Not shown: ${each}.`);
  return [
    ...missing.map((each) => `Not shown: ${each}.`),
    ...otherLists.map((each) => `Not beside the first, of another parameter list: ${each}.`),
    ...otherwise.map(
      ({ title, version, codes }) =>
        `Left empty in ${title}, made under version ${version} of the definition: ${codes.join(", ")}.`,
    ),
  ];
}
