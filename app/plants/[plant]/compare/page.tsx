import { connectionIn } from "@/app/_lib/connection-of";
import { idOf } from "@/app/_lib/id-of";
import { page } from "@/app/_lib/page";
import type { Column } from "@/core/compare";
import { listName, type Definition } from "@/core/definition";
import { buildSheet } from "@/core/sheet";
import { Compare } from "@/features/compare/compare";
import type { Application } from "@/server/application";
import { loadDraft } from "@/server/drafts";
import { defaultColumn, recordAt, recordColumn, type RecordRow } from "@/server/ledger";
import { oddWords } from "@/server/sheets";

interface Found {
  column: Column;
  definition: Definition;
  rating: string | undefined;
  /** The record it is. */
  of?: { tag: string; record: number };
  row?: RecordRow;
}

/** What can stand side by side: `TAG:7` a record, `TAG:standing`, `TAG:default` the factory's values for the rating there, `live:ID` a connected drive, `draft:ID` a draft. */
async function findColumn(app: Application, plantId: number, token: string): Promise<Found | undefined> {
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

const { Page, generateMetadata } = page("see", {
  title: "Compare",
  async render({ app, plant, query, queryAll }) {
    const tokens = query.tag
      ? [`${query.tag}:${query.left ?? "standing"}`, `${query.tag}:${query.right ?? "default"}`]
      : queryAll("c");
    const found = await Promise.all(tokens.slice(0, 8).map((token) => findColumn(app, plant.id, token)));
    const first = found.find((each) => each !== undefined);
    const fitting = found.filter(
      (each): each is Found => each !== undefined && each.definition.id === first?.definition.id,
    );
    const missing = tokens.filter((_, i) => found[i] === undefined);
    const otherLists = found.flatMap((each) =>
      each && !fitting.includes(each) ? [`${each.column.title} (${listName(each.definition)})`] : [],
    );
    const { lines } = await app.overviews.of(plant.id);
    const twins = new Map<string, string[]>();
    for (const { twinGroup, tag, newest, retired } of lines)
      if (twinGroup && newest && !retired) twins.set(twinGroup, [...(twins.get(twinGroup) ?? []), tag]);
    const records = fitting.flatMap(({ column, row }) => (row ? [{ column, row }] : []));
    const odd =
      first && records.length === fitting.length ? await oddWords(app.db, first.definition, records) : [];
    return (
      <Compare
        tokens={fitting.map((each) => each.column.id)}
        titles={fitting.map((each) => each.column.title)}
        missing={missing}
        otherLists={otherLists}
        list={first && listName(first.definition)}
        odd={odd}
        records={fitting.flatMap(({ column, of }) => (of ? [{ title: column.title, ...of }] : []))}
        of={fitting.find((each) => each.of)?.of}
        twins={[...twins].map(([name, tags]) => ({ name, tags }))}
        sheet={
          first && fitting.length > 0
            ? buildSheet(
                first.definition,
                first.rating,
                fitting.map((each) => each.column),
              )
            : undefined
        }
      />
    );
  },
});
export { Page as default, generateMetadata };
