import { idOf } from "@/app/_lib/id-of";
import { page } from "@/app/_lib/page";
import type { Column } from "@/core/compare";
import { listName, type Definition } from "@/core/definition";
import { buildSheet } from "@/core/sheet";
import { Compare } from "@/features/compare/compare";
import type { Application } from "@/server/application";
import { defaultColumn, recordAt, recordColumn } from "@/server/ledger";
import { listRecorded } from "@/server/plant";

interface Found {
  column: Column;
  definition: Definition;
  rating: string | undefined;
}

/** What can stand side by side: `TAG:7` a record, `TAG:standing`, `TAG:default` the factory's values for the rating there, `live:ID` a connected drive. */
async function findColumn(app: Application, plantId: number, token: string): Promise<Found | undefined> {
  const [place = "", which = ""] = token.split(":");
  if (place === "live") {
    const connection = app.bench.find(which);
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
  return { definition, rating, column: { ...(await recordColumn(app.db, row, title)), id: token, at: tag } };
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
    const positions = await listRecorded(app.db, plant.id);
    const twins = new Map<string, string[]>();
    for (const { twinGroup, tag } of positions)
      if (twinGroup) twins.set(twinGroup, [...(twins.get(twinGroup) ?? []), tag]);
    return (
      <Compare
        tokens={fitting.map((each) => each.column.id)}
        titles={fitting.map((each) => each.column.title)}
        missing={missing}
        otherLists={otherLists}
        list={first && listName(first.definition)}
        positions={positions}
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
