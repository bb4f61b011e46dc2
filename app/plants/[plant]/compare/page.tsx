import { comparedColumns, sideBySide } from "@/app/_lib/compare-columns";
import { page } from "@/app/_lib/page";
import { sendSheet } from "@/app/_lib/send-sheet";
import { listName } from "@/core/definition";
import { Compare } from "@/features/compare/compare";
import { oddWords } from "@/server/sheets";

const { Page, generateMetadata } = page("see", {
  title: "Compare",
  async render({ app, plant, query, queryAll }) {
    const tokens = query.tag
      ? [`${query.tag}:${query.left ?? "standing"}`, `${query.tag}:${query.right ?? "default"}`]
      : queryAll("c");
    const compared = await comparedColumns(app, plant.id, tokens);
    const { found, fitting, missing, otherLists, otherwise } = compared;
    const byMeaning = query.by === "meaning" || (query.by === undefined && otherLists.length > 0);
    const what = sideBySide(compared, byMeaning ? "meaning" : "code");
    const shown = byMeaning ? found : fitting;
    const first = shown[0];
    const { lines } = await app.overviews.of(plant.id);
    const twins = new Map<string, string[]>();
    for (const { twinGroup, tag, newest, retired } of lines)
      if (twinGroup && newest && !retired) twins.set(twinGroup, [...(twins.get(twinGroup) ?? []), tag]);
    const records = fitting.flatMap(({ column, row }) => (row ? [{ column, row }] : []));
    const odd =
      first && !byMeaning && records.length === fitting.length
        ? await oddWords(app.db, first.definition, records)
        : [];
    return (
      <Compare
        tokens={found.map((each) => each.column.id)}
        titles={found.map((each) => each.column.title)}
        missing={missing}
        otherLists={otherLists}
        otherwise={otherwise}
        list={first && listName(first.definition)}
        odd={odd}
        records={shown.flatMap(({ column, of }) => (of ? [{ title: column.title, ...of }] : []))}
        of={shown.find((each) => each.of)?.of}
        twins={[...twins].map(([name, tags]) => ({ name, tags }))}
        files={shown.flatMap(({ file }) =>
          file ? [{ name: file.name, of: file.of, taken: file.values.size, notes: file.notes }] : [],
        )}
        sheet={what?.by === "code" ? await sendSheet(what.sheet) : undefined}
        meaning={
          what?.by === "meaning"
            ? {
                columns: found.map(({ column, definition }) => ({
                  title: column.title,
                  source: column.source,
                  list: definition.title,
                })),
                lines: what.lines,
              }
            : undefined
        }
      />
    );
  },
});
export { Page as default, generateMetadata };
