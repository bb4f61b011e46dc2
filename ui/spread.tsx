"use client";
import { useState, type ReactNode } from "react";
import { Button } from "./button";
import { classes } from "./classes";

/** Our page: a narrow leaf with what is listed in time, a wide leaf that shows one. In one hand it is one leaf, and the list is behind a button. */
export function Spread({ left, list, right }: { left: ReactNode; list: string; right: ReactNode }) {
  const [open, setOpen] = useState(false);
  return (
    <div className="flex flex-1 min-h-0 max-md:flex-col">
      <div className="md:hidden shrink-0 px-5 py-1.5 border-b border-hairline no-print">
        <Button aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? "Close the list" : list}
        </Button>
      </div>
      <aside
        className={classes(
          "w-72 max-md:w-full shrink-0 border-r border-hairline overflow-y-auto no-print",
          !open && "max-md:hidden",
        )}
      >
        {left}
      </aside>
      <div className="flex-1 min-w-0 flex flex-col bg-leaf">{right}</div>
    </div>
  );
}
