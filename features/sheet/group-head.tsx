import type { SheetGroup } from "@/core/sheet";

/** The heading of a group, in words. */
export function GroupHead({ group }: { group: SheetGroup }) {
  const marked = group.rows.filter((each) => each.notDefault).length;
  return (
    <div role="row" className="grid grid-cols-[2.5rem_1fr] h-[38px] bg-leaf border-b border-hairline">
      <span role="gridcell" className="margin-rule" />
      <h3 role="rowheader" className="self-end pb-1 pl-3 font-semibold text-[15px] truncate">
        {group.trail && <span className="text-soft font-normal">{group.trail} · </span>}
        {group.title}
        {marked > 0 && <span className="ml-3 text-[12px] font-normal text-soft">{marked} not default</span>}
      </h3>
    </div>
  );
}
