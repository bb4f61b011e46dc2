import type { SheetData, SheetGrid } from "@/core/sheet";
import { GroupHead } from "./group-head";
import { keyOf, type Item } from "./items";
import { RowCells } from "./row-cells";

/** The whole of a sheet as it goes on paper: every row that its search leaves, and how many that are of all. */
export function OnPaper({
  items,
  data,
  grid,
  dim,
  hollow,
}: {
  items: readonly Item[];
  data: SheetData;
  grid: SheetGrid;
  dim?: boolean;
  hollow?: boolean;
}) {
  const all = data.groups.reduce((sum, each) => sum + each.rows.length, 0);
  const shown = items.filter((each) => each.kind === "row").length;
  return (
    <div role="rowgroup" className="text-[12px]">
      <div role="row">
        <p role="gridcell" className="px-4 py-1">
          {shown === all
            ? `All ${all} parameters.`
            : `${shown} of ${all} parameters: the others are left out here.`}
        </p>
      </div>
      {items.map((item) =>
        item.kind === "group" ? (
          <GroupHead key={keyOf(item)} group={item.group} />
        ) : (
          <div
            key={keyOf(item)}
            role="row"
            data-code={item.row.code}
            className="grid items-center border-b border-hairline break-inside-avoid min-h-6"
            style={{ gridTemplateColumns: grid.columns }}
          >
            <RowCells row={item.row} data={data} grid={grid} dim={dim} hollow={hollow} />
          </div>
        ),
      )}
    </div>
  );
}
