import { comparedColumns, sheetBeside, sideBySide } from "@/app/_lib/compare-columns";
import { comparedWords, firstRows } from "@/app/_lib/compared";
import { page } from "@/app/_lib/page";
import { sendSheet } from "@/app/_lib/send-sheet";
import { askedOf } from "@/features/compare/asked";
import { Compare } from "@/features/compare/compare";

/** What an address says of the columns. Whatever else stands in it says what is shown of the sheet, for which its first rows are no help. */
const OF_COLUMNS = new Set(["c", "tag", "left", "right", "by"]);

const { Page, generateMetadata } = page("see", {
  title: "Compare",
  async render({ app, plant, query, queryAll }) {
    const asked = askedOf(query, queryAll("c"));
    const [compared, { twins }] = await Promise.all([
      comparedColumns(app, plant.id, asked),
      app.overviews.of(plant.id),
    ]);
    const byMeaning = query.by === "meaning" || (query.by === undefined && compared.otherLists.length > 0);
    const meaning = byMeaning ? sideBySide(compared, "meaning") : undefined;
    const words = await comparedWords(app, asked, compared, byMeaning ? "meaning" : "code");
    const asItOpens = Object.keys(query).every((each) => OF_COLUMNS.has(each));
    return (
      <Compare
        twins={[...twins].map(([name, tags]) => ({ name, tags }))}
        words={words}
        sheet={
          byMeaning || compared.found.length === 0
            ? undefined
            : await sendSheet(
                () => sheetBeside(compared.fitting)!,
                asItOpens ? () => firstRows(compared.fitting) : undefined,
              )
        }
        meaning={
          meaning?.by === "meaning"
            ? {
                columns: compared.found.map(({ column, definition }) => ({
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
