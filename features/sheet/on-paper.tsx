import type { ParameterNote } from "@/core/contract";
import type { SheetData, SheetGrid } from "@/core/sheet";
import { moment } from "@/ui/when";
import { GroupHead } from "./group-head";
import { keyOf, type Item } from "./items";
import { RowCells } from "./row-cells";
import type { Notes } from "./use-notes";

/** The whole of a sheet as it goes on paper: every row that its search leaves, and how many that are of all. */
export function OnPaper({
  items,
  notes,
  data,
  grid,
  dim,
  hollow,
}: {
  items: readonly Item[];
  notes: Notes;
  data: SheetData;
  grid: SheetGrid;
  dim?: boolean;
  hollow?: boolean;
}) {
  const all = data.groups.reduce((sum, each) => sum + each.rows.length, 0);
  const shown = items.filter((each) => each.kind === "row").length;
  return (
    // Nobody can point at what is cut off on paper: it goes on in the next line.
    <div
      role="rowgroup"
      className="text-[12px] [&_.truncate]:whitespace-pre-wrap [&_.truncate]:overflow-visible"
    >
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
            className="border-b border-hairline break-inside-avoid"
          >
            <div className="grid items-baseline min-h-6" style={{ gridTemplateColumns: grid.columns }}>
              <RowCells
                row={item.row}
                noted={notes.codes.has(item.row.code)}
                data={data}
                grid={grid}
                dim={dim}
                hollow={hollow}
              />
            </div>
            <NoteOf note={notes.all.get(item.row.code)} />
          </div>
        ),
      )}
    </div>
  );
}

function NoteOf({ note }: { note: ParameterNote | undefined }) {
  if (!note?.now.text) return null;
  return (
    <p role="gridcell" className="pl-16 pb-1 whitespace-pre-line">
      {note.now.text} ({note.now.byName}, {moment(note.now.at)})
    </p>
  );
}
