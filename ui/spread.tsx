import type { ReactNode } from "react";

/** Our page: a narrow leaf with what is listed in time, a wide leaf that shows one. */
export function Spread({ left, right }: { left: ReactNode; right: ReactNode }) {
  return (
    <div className="flex flex-1 min-h-0 max-md:flex-col">
      <aside className="w-72 max-md:w-full max-md:max-h-60 shrink-0 border-r border-hairline overflow-y-auto no-print">
        {left}
      </aside>
      <div className="flex-1 min-w-0 flex flex-col bg-leaf">{right}</div>
    </div>
  );
}
