import { memo } from "react";
import type { SheetGroup } from "@/core/sheet";
import { counted } from "@/core/words";

/** The heading of a group, in words. */
export const GroupHead = memo(function GroupHead({
  group,
  onCopy,
}: {
  group: SheetGroup;
  onCopy?: (group: SheetGroup) => void;
}) {
  const marked = group.rows.filter((each) => each.notDefault).length;
  return (
    <div role="row" className="grid grid-cols-[3rem_1fr] h-[38px] bg-leaf border-b border-hairline">
      <span role="gridcell" className="margin-rule" />
      <h3 role="rowheader" className="self-end pb-1 pl-3 font-semibold text-[15px] truncate">
        {group.trail && <span className="text-soft font-normal">{group.trail} · </span>}
        {group.title}
        {marked > 0 && <span className="ml-3 text-[12px] font-normal text-soft">{marked} not default</span>}
        {onCopy && (
          <button
            type="button"
            tabIndex={-1}
            title={`Copy ${counted(group.rows.length, "row")} of ${group.title} for a spreadsheet`}
            className="ml-3 px-1 text-[12px] font-normal text-soft hover:text-ink underline underline-offset-4 decoration-hairline no-print"
            onClick={() => onCopy(group)}
          >
            copy
          </button>
        )}
      </h3>
    </div>
  );
});
