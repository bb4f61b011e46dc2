import type { SheetData, SheetGrid, SheetRow } from "@/core/sheet";
import { classes } from "@/ui/classes";
import { ROW_HEIGHT } from "./items";
import { RowCells } from "./row-cells";

interface Props {
  row: SheetRow;
  /** Where it lies within the sheet, px. */
  top: number;
  data: SheetData;
  grid: SheetGrid;
  /** Somebody wrote something down about it. */
  noted: boolean;
  /** Among the rows that are chosen; and the one in hand. */
  chosen: boolean;
  selected: boolean;
  dim?: boolean;
  hollow?: boolean;
  onSelect: (extend: boolean) => void;
  onOpen: () => void;
}

/** A row of the sheet in its place. */
export function DrawnRow({ row, top, grid, chosen, selected, onSelect, onOpen, ...cells }: Props) {
  return (
    <div
      role="row"
      aria-selected={chosen}
      onClick={(event) => onSelect(event.shiftKey)}
      onDoubleClick={onOpen}
      data-code={row.code}
      className={classes(
        "absolute inset-x-0 grid items-center border-b border-hairline cursor-default contain-strict",
        chosen && "bg-paper",
        selected && "outline outline-1 -outline-offset-1 outline-copper",
      )}
      style={{ top, height: ROW_HEIGHT, gridTemplateColumns: grid.columns }}
    >
      <RowCells row={row} grid={grid} {...cells} />
    </div>
  );
}
