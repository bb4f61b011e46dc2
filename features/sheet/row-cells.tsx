import { memo } from "react";
import type { SheetData, SheetGrid, SheetRow } from "@/core/sheet";
import { classes } from "@/ui/classes";
import { Mark } from "@/ui/marks";
import { Value } from "./value";

interface Props {
  row: SheetRow;
  /** Somebody wrote something down about it. */
  noted: boolean;
  data: SheetData;
  grid: SheetGrid;
  dim?: boolean;
  hollow?: boolean;
}

/** The cells of one row; drawn again only when the row itself is another. */
export const RowCells = memo(function RowCells({ row, noted, data, grid, dim, hollow }: Props) {
  return (
    <>
      <span
        role="gridcell"
        className={classes(
          "margin-rule h-full flex items-center justify-end pr-1",
          // So that all four have room.
          row.outside !== undefined && "[&_svg]:w-[11px]",
        )}
      >
        {row.outside !== undefined && <Mark name="outside" />}
        {noted && <Mark name="note" />}
        {row.differs && data.compares && <Mark name="differs" />}
        {row.notDefault && <Mark name="not-default" />}
        {row.readOnly && !row.notDefault && !row.moving && <Mark name="read-only" />}
      </span>
      <span role="gridcell" className="font-mono pl-3">
        {row.code}
      </span>
      <span
        role="gridcell"
        className={classes("truncate pr-2", row.moving && "text-soft")}
        title={row.help || row.name}
      >
        {row.name}
      </span>
      {row.cells.slice(0, grid.shown).map((cell, i) => (
        <Value
          key={i}
          cell={cell}
          source={data.columns[i]!.source}
          dim={dim && data.columns[i]!.source === "live"}
          hollow={hollow || cell.volatile}
          narrow={grid.narrow}
        />
      ))}
      {grid.says && (
        <span role="gridcell" className="pl-2 text-[13px] truncate text-soft" title={row.verdict ?? row.by}>
          {row.moving
            ? data.compares && (row.kind === "command" ? "a command" : "moves by itself")
            : (row.verdict ?? row.by ?? (row.differs && "differs"))}
        </span>
      )}
    </>
  );
});
