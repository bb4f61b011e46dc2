import { memo } from "react";
import { headTitles, saysTitle, type SheetData, type SheetGrid } from "@/core/sheet";

/** The names of a sheet's columns; they stay in sight while one scrolls. */
export const HeadRow = memo(function HeadRow({ data, grid }: { data: SheetData; grid: SheetGrid }) {
  const titles = headTitles(data.columns);
  return (
    <div
      role="row"
      className="grid sticky top-0 z-20 h-7 bg-leaf text-[12px] text-soft border-b border-hairline"
      style={{ gridTemplateColumns: grid.columns, minWidth: grid.minWidth }}
    >
      <span role="columnheader" aria-label="Marks" className="margin-rule" />
      <span role="columnheader" className="pl-3 py-1">
        Code
      </span>
      <span role="columnheader" className="py-1">
        Parameter
      </span>
      {data.columns.slice(0, grid.shown).map((column, i) => (
        <span key={i} role="columnheader" className="py-1 pl-2 truncate" title={column.title}>
          {titles[i]}
        </span>
      ))}
      {grid.says && (
        <span role="columnheader" className="py-1 pl-2">
          {saysTitle(data)}
        </span>
      )}
    </div>
  );
});
