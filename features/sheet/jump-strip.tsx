"use client";
import { memo, useEffect, useMemo, useRef } from "react";
import type { SheetGroup } from "@/core/sheet";
import { useAwake } from "@/ui/awake";
import { classes } from "@/ui/classes";

/** A thin strip along the sheet's edge: one tick for each group, as long as it has rows, marked where something is not default or differs. */
export const JumpStrip = memo(function JumpStrip({
  groups,
  current,
  onJump,
}: {
  groups: SheetGroup[];
  current: string | undefined;
  onJump: (id: string) => void;
}) {
  const strip = useRef<HTMLElement>(null);
  const axis = groups.find((each) => each.id === current)?.axis ?? groups[0]?.axis;
  // Ticks are no use before one can jump, and hundreds of them would hold up the first rows.
  const awake = useAwake();
  const ticks = useMemo(() => (awake ? ticksOf(groups, axis) : []), [awake, groups, axis]);
  // A rack of axes has more groups than the strip has room for: it follows.
  useEffect(() => {
    const nav = strip.current;
    const here = nav?.querySelector<HTMLElement>("[aria-current]");
    if (nav && here && nav.scrollHeight > nav.clientHeight)
      nav.scrollTop = here.offsetTop - nav.clientHeight / 2;
  }, [current]);
  return (
    <nav
      ref={strip}
      aria-label="Groups"
      className="relative w-28 max-sm:hidden shrink-0 contain-strict flex flex-col gap-px py-1 border-l border-hairline overflow-y-auto [scrollbar-width:none] no-print"
    >
      {ticks.map((each) => (
        <TickButton key={each.id} tick={each} current={current === each.id} onJump={onJump} />
      ))}
    </nav>
  );
});

interface Tick {
  id: string;
  title: string;
  /** How many rows it stands for. */
  rows: number;
  marked: "differs" | "not-default" | undefined;
  says: string;
  /** It stands for all groups of an axis. */
  axis: boolean;
}

/** Only the two that change places are drawn again while one scrolls. */
const TickButton = memo(function TickButton({
  tick: { id, title, rows, marked, says, axis },
  current,
  onJump,
}: {
  tick: Tick;
  current: boolean;
  onJump: (id: string) => void;
}) {
  return (
    <button
      type="button"
      onClick={() => onJump(id)}
      title={says}
      aria-current={current ? "true" : undefined}
      style={{ flexGrow: rows, flexBasis: 0, flexShrink: 0 }}
      className="group relative min-h-3 flex items-center pl-2 text-left text-[11px] text-soft hover:text-ink aria-[current]:text-ink aria-[current]:font-semibold"
    >
      <span
        aria-hidden
        className="absolute left-0 inset-y-px w-1 rounded-sm bg-hairline group-hover:bg-soft group-aria-[current]:bg-copper"
      />
      <span className={classes("leading-none truncate", axis && "text-copper")}>{title}</span>
      {marked && (
        <svg viewBox="0 0 8 8" className="w-2 h-2 mx-1 shrink-0 text-copper" aria-hidden>
          {marked === "differs" ? (
            <circle cx="4" cy="4" r="2.6" fill="none" stroke="currentColor" strokeWidth="1.6" />
          ) : (
            <path d="M1 1 L7 4 L1 7 Z" fill="currentColor" />
          )}
        </svg>
      )}
    </button>
  );
});

/** A tick for each group; of several axes the one that is looked at has its groups, the others one tick each, so that a rack has room. */
function ticksOf(groups: SheetGroup[], here: number | undefined): Tick[] {
  const ticks: Array<{ group: SheetGroup; axis: boolean }> = [];
  for (const group of groups) {
    const last = ticks.at(-1);
    if (group.axis === here) ticks.push({ group, axis: false });
    else if (last?.axis && last.group.axis === group.axis)
      last.group = { ...last.group, rows: [...last.group.rows, ...group.rows] };
    else
      ticks.push({
        group: { ...group, trail: "", title: group.axis > 0 ? `Axis ${group.axis}` : "Shared" },
        axis: true,
      });
  }
  return ticks.map(({ group, axis }): Tick => {
    const { id, title, trail, rows } = group;
    const marked = markOf(group);
    const words = marked ? `, some ${marked === "differs" ? "differ" : "not default"}` : "";
    return {
      id,
      title,
      rows: rows.length,
      marked,
      axis,
      says: `${trail ? `${trail} · ` : ""}${title}: ${rows.length}${words}`,
    };
  });
}

function markOf({ rows }: SheetGroup): Tick["marked"] {
  if (rows.some((row) => row.differs)) return "differs";
  return rows.some((row) => row.notDefault) ? "not-default" : undefined;
}
