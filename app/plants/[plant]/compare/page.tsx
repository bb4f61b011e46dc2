import { besideByCode, comparedColumns, sideBySide } from "@/app/_lib/compare-columns";
import { page } from "@/app/_lib/page";
import { sendSheet } from "@/app/_lib/send-sheet";
import { listName } from "@/core/definition";
import { buildHead, buildSheet } from "@/core/sheet";
import { Compare } from "@/features/compare/compare";
import { oddWords } from "@/server/sheets";

/** A list of more parameters takes longer to be put side by side than one waits: its first rows go before. */
const LONG_LIST = 1000;
/** What an address says of the columns. Whatever else stands in it says what is shown of the sheet, for which the head is no help. */
const OF_COLUMNS = new Set(["c", "tag", "left", "right", "by"]);
/** More than any screen shows at once. */
const FIRST_ROWS = 60;

const { Page, generateMetadata } = page("see", {
  title: "Compare",
  async render({ app, plant, query, queryAll }) {
    const tokens = query.tag
      ? [`${query.tag}:${query.left ?? "standing"}`, `${query.tag}:${query.right ?? "default"}`]
      : queryAll("c");
    const [compared, { twins }] = await Promise.all([
      comparedColumns(app, plant.id, tokens),
      app.overviews.of(plant.id),
    ]);
    const { found, fitting, missing, otherLists, otherwise } = compared;
    const byMeaning = query.by === "meaning" || (query.by === undefined && otherLists.length > 0);
    const meaning = byMeaning ? sideBySide(compared, "meaning") : undefined;
    const shown = byMeaning ? found : fitting;
    const first = shown[0];
    const beside = first && !byMeaning ? besideByCode(first, fitting) : undefined;
    const asItOpens = Object.keys(query).every((each) => OF_COLUMNS.has(each));
    const long = beside && asItOpens && fitting.length > 1 && beside[0].parameters.length > LONG_LIST;
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
        sheet={
          beside &&
          (await sendSheet(
            () => buildSheet(...beside),
            long ? () => buildHead(...beside, FIRST_ROWS) : undefined,
          ))
        }
        meaning={
          meaning?.by === "meaning"
            ? {
                columns: found.map(({ column, definition }) => ({
                  title: column.title,
                  source: column.source,
                  list: definition.title,
                })),
                lines: meaning.lines,
              }
            : undefined
        }
      />
    );
  },
});
export { Page as default, generateMetadata };
