import type { Column } from "@/core/compare";
import type { Definition } from "@/core/definition";
import { Compare } from "@/features/compare/compare";
import { buildSheet } from "@/features/sheet/rows";
import { application, type Application } from "@/server/application";
import {
  defaultColumn,
  listRecords,
  recordById,
  recordByNumber,
  recordColumn,
  standingOf,
} from "@/server/ledger";
import { findPosition, listTags, plantOverview } from "@/server/plant";

export const metadata = { title: "Compare" };

type Props = {
  searchParams: Promise<{ c?: string | string[]; tag?: string; left?: string; right?: string }>;
};

interface Found {
  column: Column;
  definition: Definition;
  rating: string | undefined;
}

/** What can stand side by side: `TAG:7` a record, `TAG:standing`, `TAG:default` the factory's values for the rating there, `live:ID` a connected drive. */
async function findColumn(app: Application, token: string): Promise<Found | undefined> {
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
        values: connection.values,
      },
    };
  }
  const position = await findPosition(app.db, place);
  if (!position) return undefined;
  const choice = await standingOf(app.db, position.id);
  const row =
    which === "standing" || which === "default"
      ? ((choice && (await recordById(app.db, choice.recordId))) ??
        (await listRecords(app.db, position.id))[0])
      : await recordByNumber(app.db, position.id, Number(which) || 0);
  const definition = row && (await app.shelf.ofRecord(app.db, row));
  if (!row || !definition) return undefined;
  const rating = row.rating ?? undefined;
  if (which === "default")
    return {
      definition,
      rating,
      column: {
        ...defaultColumn(definition, rating),
        id: token,
        title: `Factory default, ${row.ratingName}`,
      },
    };
  return {
    definition,
    rating,
    column: {
      ...(await recordColumn(
        app.db,
        row,
        `${position.tag} record ${row.number}${choice?.recordId === row.id ? ", standing" : ""}`,
      )),
      id: token,
    },
  };
}

export default async function Page({ searchParams }: Props) {
  const app = await application();
  const given = await searchParams;
  const tokens = given.tag
    ? [`${given.tag}:${given.left ?? "standing"}`, `${given.tag}:${given.right ?? "default"}`]
    : [given.c ?? []].flat();
  const found = await Promise.all(tokens.slice(0, 8).map((token) => findColumn(app, token)));
  const first = found.find((each) => each !== undefined);
  const fitting = found.filter(
    (each): each is Found => each !== undefined && each.definition.id === first?.definition.id,
  );
  const missing = tokens.filter((_, i) => !fitting.includes(found[i] as Found));
  const areas = await plantOverview(app.db);
  const twins = new Map<string, string[]>();
  for (const line of areas.flatMap((each) => each.lines))
    if (line.twinGroup && line.newest)
      twins.set(line.twinGroup, [...(twins.get(line.twinGroup) ?? []), line.tag]);
  const counts = new Map(
    areas.flatMap((each) => each.lines).map((line) => [line.tag, line.newest?.number ?? 0]),
  );
  return (
    <Compare
      tokens={fitting.map((each) => each.column.id)}
      titles={fitting.map((each) => each.column.title)}
      missing={missing}
      positions={(await listTags(app.db))
        .map((each) => ({ ...each, records: counts.get(each.tag) ?? 0 }))
        .filter((each) => each.records > 0)}
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
}
